import type { Role } from '../../shared/types/people'

/** The signed-in person on whose behalf a service works. */
export interface Who {
  personId: number
  workspaceId: number
  role: Role
  name: string
}
