import type { Role } from '../../shared/types/people'
import { AppError } from './AppError'

/** The signed-in person on whose behalf a service works. */
export interface Who {
  personId: number
  workspaceId: number
  role: Role
  name: string
}

/** Guests plan and pour their own work but leave the studio's resins, recipes and plan alone. */
export function requireMember(who: Who): void {
  if (who.role === 'guest')
    throw new AppError('forbidden', 'Guests of the workshop cannot change this; ask the manager.')
}
