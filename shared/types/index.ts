import type {
  Milestone,
  Mould,
  Pigment,
  PlaceClimate,
  Portion,
  Recipe,
  Resin,
  StudioRules,
  TaskKind,
} from '../../core/batch'
import type { Binding } from '../../core/plan'
import type { RunEvent, RunTargets } from '../../core/run'
import type { OwnUnits } from '../../core/units'
import type { PlanTerms } from './planning'

export * from './planning'

/** A row that two people can edit: the version that was read goes back with every save. */
export type Versioned<T> = T & { version: number }

export type Role = 'manager' | 'maker' | 'guest'

export interface MeasureChoice {
  kind: 'scale' | 'cup'
  /** What the scale shows (g) or the cup is marked in (ml). */
  step: number
  /** Is the scale zeroed between the parts. */
  tare: boolean
}

export interface Person {
  id: number
  name: string
  role: Role
  measure: MeasureChoice
  units: OwnUnits
}

export interface PlaceRow {
  id: number
  name: string
  kind: 'rack' | 'box'
  areaCm2: number
  roomName: string
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
  people: { id: number; name: string; role: Role; skills: string[] }[]
  shifts: WeeklyShift[]
  places: PlaceRow[]
  moulds: MouldRow[]
  pigments: Pigment[]
}

export const ORDER_STATES = [
  'asked',
  'accepted',
  'making',
  'ready',
  'delivered',
  'declined',
] as const
export type OrderState = (typeof ORDER_STATES)[number]

export interface OrderLine {
  id: number
  recipeId: number
  quantity: number
  /** The version of the recipe that it was begun with and keeps; null before. */
  recipeVersion: number | null
}

export interface OrderFields {
  kind: 'commission' | 'market'
  title: string
  customer: string
  /** UTC, ISO 8601. */
  promisedAt: string
  state: OrderState
  colours: string
  note: string
  lines: (Pick<OrderLine, 'recipeId' | 'quantity'> & { id?: number })[]
}

export type Order = Versioned<Omit<OrderFields, 'lines'> & { id: number; lines: OrderLine[] }>
/** A recipe of the workshop; one that is put away is not offered any more. */
export type RecipeRow = Versioned<Recipe & { archived: boolean }>

/** One of the versions of a recipe that were saved. */
export interface RecipeVersion {
  version: number
  /** UTC, ISO 8601. */
  savedAt: string
  /** Null when it was saved by somebody who is gone. */
  savedBy: string | null
}
export type ResinRow = Versioned<Resin>
export type MouldRow = Versioned<Mould>

export type PotState = 'planned' | 'mixing' | 'poured' | 'spoiled'
export interface PotPortion extends Portion {
  orderId: number
  orderTitle: string
  recipeId: number
  recipeName: string
  /** How deep the layer stands in its piece; null where that is not known. */
  depthMm: number | null
}
export interface Pot {
  id: number
  version: number
  letter: string
  tint: string
  resinId: number
  needMl: number
  state: PotState
  /** Whether people put it together. */
  gathered: boolean
  runId: number | null
  /** From the current plan; null when it is not in it. */
  startAt: string | null
  personId: number | null
  portions: PotPortion[]
}

export interface PlanTaskRow {
  key: string
  orderId: number
  orderLineId: number
  potId: number | null
  kind: TaskKind
  title: string
  attended: boolean
  startAt: string
  endAt: string
  personId: number | null
  station: string | null
  placeId: number | null
  binding: Binding
  withKey: string | null
}

/** How a promise fares under the plan. */
export interface PromiseRow {
  orderId: number
  title: string
  promisedAt: string
  readyAt: string | null
  /** Whether all its pieces are made, so that nothing of it is left to plan. */
  isMade: boolean
  /** Minutes late; zero or less is in time. */
  lateMin: number
  usesSand: boolean
  /** Whether some of its long cures lie in the heated box. */
  usesBox: boolean
  /** For a market day: how many of the pieces that are planned are ready by then. */
  pieces: { inTime: number; planned: number } | null
  /** What holds it there, from the first cause to the last. */
  because: readonly string[]
  /** Null where nothing is planned, and for plans from before odds were worked out. */
  odds: PromiseOdds | null
}

/** How a promise fares when the plan is carried out many times with chance. */
export interface PromiseOdds {
  /** Kept so often, per cent. */
  keptPct: number
  /** Ready by then nine times in ten. */
  safeAt: string
  /** A window that closes is missed so often, per cent. */
  windowMissedPct: number
  /** What the odds stand on; not known of plans from before it was kept. */
  basis?: OddsBasis
}

/** What was learned from the log and went into the odds. */
export interface OddsBasis {
  /**
   * How much what hands do differs: one standard deviation, per cent, learned from so many pours.
   */
  handsPct: number
  pours: number
  /** How many of a hundred pieces turn out good, learned from so many judged. */
  yieldPct: number
  judged: number
}

export interface PlanView {
  id: number
  terms: PlanTerms
  canUndo: boolean
  canRedo: boolean
  originAt: string
  madeAt: string
  madeBy: string
  tasks: PlanTaskRow[]
  promises: PromiseRow[]
}

export interface RunView {
  id: number
  potId: number
  letter: string
  tint: string
  title: string
  pieces: number
  resinName: string
  personId: number
  targets: RunTargets
  events: KeyedRunEvent[]
}

/** A run event as it travels: the key makes sending it twice harmless. */
export type KeyedRunEvent = RunEvent & { key: string }

export type PieceState = 'curing' | 'demoulded' | 'good' | 'rework' | 'lost'
export const VERDICTS = ['good', 'rework', 'lost'] as const
export type Verdict = (typeof VERDICTS)[number]

export interface PieceOpening {
  milestone: Milestone
  at: string
}

export interface PieceRow {
  id: number
  number: number
  state: PieceState
  orderId: number
  orderTitle: string
  recipeId: number
  recipeName: string
  layerName: string
  letter: string
  tint: string
  resinId: number
  placeId: number | null
  footprintCm2: number
  /** When the last layer's cure began. */
  curedFrom: string
  layersLeft: number
  hasMould: boolean
  openings: readonly PieceOpening[]
  version: number
}

export interface PieceEvent {
  id: number
  kind: string
  at: string
  plannedAt: string | null
  person: string
  layerName: string | null
  letter: string | null
  place: string | null
  note: string
}

export interface PieceLog {
  piece: Omit<
    PieceRow,
    | 'openings'
    | 'layerName'
    | 'letter'
    | 'resinId'
    | 'curedFrom'
    | 'layersLeft'
    | 'hasMould'
    | 'tint'
  >
  events: PieceEvent[]
  photoIds: number[]
}

export interface Page<T> {
  rows: T[]
  /** Pass this on to get the rows after these; null when there are none. */
  next: string | null
}

export interface NotebookRow {
  pieceId: number
  number: number
  recipeName: string
  orderTitle: string
  state: PieceState
  pouredAt: string
  plannedAt: string | null
  judgedAt: string | null
  note: string
}

export interface Problem {
  type: string
  title: string
  status: number
  code: string
  issues: { path: string; message: string }[]
  /** After a conflict: the row as it stands now. */
  current?: unknown
  requestId?: string
}
