import type { PlaceClimate } from '../../core/cure'
import type { Pigment, StudioRules } from '../../core/trade'
import type { MouldRow } from './moulds'
import type { Role } from './people'

export interface PlaceRow {
  id: number
  name: string
  kind: 'rack' | 'box'
  areaCm2: number
  roomName: string
  /** Whether it is put away: nothing is laid there any more. */
  isArchived: boolean
  climate: PlaceClimate
}

/** A shift as it comes round every week; minutes from the local midnight. */
export interface WeeklyShift {
  personId: number
  /** 1 is Monday. */
  weekday: number
  fromMin: number
  toMin: number
}

/** What every screen needs: the workspace's rules, people, places and colours. */
export interface Workshop {
  name: string
  timeZone: string
  rules: StudioRules
  people: {
    id: number
    name: string
    role: Role
    skills: string[]
    /** Whether a guest gives a hand with the work of others. */
    helpsOthers: boolean
    /** Whether they are no more there; what they did stays theirs. */
    hasLeft: boolean
  }[]
  shifts: WeeklyShift[]
  places: PlaceRow[]
  moulds: MouldRow[]
  /** Those put away too: recipes that have them are drawn in their colour. */
  pigments: (Pigment & { isArchived: boolean })[]
}
