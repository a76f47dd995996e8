import type { HouseFields, HouseKind, RulesFields } from '../schemas/house'

/** A row of the house as it is edited. */
export type HouseRowOf<K extends HouseKind> = HouseFields[K] & {
  id: number
  version: number
  archivedAt: string | null
}

/** What every row that can be put away has. */
export interface KeptRow {
  id: number
  name: string
  version: number
  archivedAt: string | null
}

/** The workshop's own rules as they are edited. */
export type HouseRules = RulesFields

/** Whether this installation waits for its first workshop, and what it asks of who sets it up. */
export interface SetUpState {
  isNeeded: boolean
  /** Whether the code is asked for that the start command printed. */
  asksCode: boolean
}
