import type { OwnUnits } from '../../core/units'
import type { MeasureChoice } from '../schemas/people'

export const ROLES = ['manager', 'maker', 'guest'] as const
export type Role = (typeof ROLES)[number]

export interface Person {
  id: number
  name: string
  role: Role
  measure: MeasureChoice
  units: OwnUnits
}

/** Who can sign in, and who is invited to choose a password; ids of people. */
export interface Access {
  canSignIn: number[]
  invited: number[]
}

/** Whether somebody signs in with a second factor. */
export interface SecondFactorState {
  isOn: boolean
  /** Spare codes that have not been used. */
  spareLeft: number
}

/** A session that somebody has open. */
export interface OwnSession {
  id: number
  since: string
  isThisOne: boolean
}
