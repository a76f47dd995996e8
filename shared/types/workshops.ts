import type { Role } from './people'

/** A workshop that somebody belongs to. */
export interface OwnWorkshop {
  id: number
  name: string
  /** What they are there. */
  role: Role
  isHere: boolean
  /** Made up, to look around in. */
  isMadeUp: boolean
  /** How much of its made-up past it has; 100 where it is ready. */
  furnishedPct: number
}
