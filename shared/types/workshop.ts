import type { PlaceClimate } from '../../core/cure'
import type { Material, Pigment, StudioRules } from '../../core/trade'
import type { DecimalMark } from '../../core/units'
import type { CardPaper, LabelPaper } from '../paper'
import type { DateStyle } from '../time/days'
import type { MouldRow } from './moulds'
import type { Role } from './people'

export interface PlaceRow {
  id: number
  name: string
  kind: 'rack' | 'box'
  areaCm2: number
  roomId: number
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

/** A shift that comes round every few weeks, from the week of its first day on. */
export interface RoundShift extends WeeklyShift {
  everyWeeks: number
  /** Date as YYYY-MM-DD. */
  firstDay: string
}

/** The first and the last of some days, YYYY-MM-DD. */
export interface ClosedDays {
  from: string
  until: string
}

/** Days on which somebody is away (no hours), or there at other hours than usual. */
export interface OtherDays extends ClosedDays {
  personId: number
  hours: { fromMin: number; toMin: number } | null
}

/** When people are there. */
export interface Hours {
  shifts: WeeklyShift[]
  rounds: RoundShift[]
  otherwise: OtherDays[]
  closed: ClosedDays[]
}

/** What every screen needs: the workspace's rules, people, places and colours. */
export interface Workshop extends Hours {
  name: string
  timeZone: string
  dateStyle: DateStyle
  decimalMark: DecimalMark
  paper: { card: CardPaper; label: LabelPaper }
  /** With the yield as it is known by now. */
  rules: StudioRules
  /** From so many judged pieces the yield is known; none where it is only thought. */
  judged: number
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
  places: PlaceRow[]
  moulds: MouldRow[]
  /** Those put away too: recipes that have them are drawn in their colour. */
  pigments: (Pigment & { isArchived: boolean })[]
  materials: (Material & { isArchived: boolean })[]
}
