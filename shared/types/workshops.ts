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
  /** Whether it is still being filled with its made-up past. */
  isBeingFurnished: boolean
}
