import type { Interval, PlanMaker, PlanMould, PlanPlace, PlanRequest, PlanStation } from '../plan'
import type { CureWait, TemperatureRange } from '../curing'
import type { Doing, DoneTo, WorkState } from '../run'
import type { Asking, Awaited, Recipe, Resin, StudioRules } from '../trade'
import type { MakerId, MouldId, PlaceId, StationId } from './ids'

/** What a pot pours for one line: a pot can serve several, and then each of them names it. */
export interface PlanPot {
  /** The pot's. */
  id: number
  layerId: number
  firstPiece: number
  pieces: number
  stirMin: number
  /** The longest rest that one of its layers asks for, minutes. */
  restMin: number
  /** How long the pours of this portion take, with waits between them, minutes. */
  pourMin: number
  /** From the end of stirring until the last of its pours must have ended, minutes. */
  workMin: number
  /**
   * When its pours ended or will have ended, minutes on the plan's clock (may be negative); null
   * when still to do.
   */
  pouredMin: number | null
  /**
   * When what is poured reaches its milestones, from its pour on, by what was measured and felt
   * since; absent where only the room is known.
   */
  waits?: ReadonlyMap<Awaited, CureWait>
  /**
   * When its pieces come out of the heated box, on the plan's clock; null as long as they are not
   * in it.
   */
  heatedUntilMin: number | null
}

/** How work on one piece stands, on the plan's clock. */
export interface Reported {
  kind: WorkState['kind']
  /** When it was done, begun or put off, minutes; mostly negative. */
  atMin: number
  /** Not before then, of what was put off. */
  untilMin: number | null
  maker: MakerId
}
/** By `doingKey` and number of the piece. */
export type ReportedWork = ReadonlyMap<string, ReadonlyMap<number, Reported>>

/** One line of an order with what is left to do of it. */
export interface PlanLine {
  id: number
  /** Whose its order is; null where it is the workshop’s. */
  owner: MakerId | null
  recipe: Recipe
  quantity: number
  /** So many of those that are left may fail: spares make up for them. */
  mayFail: number
  pots: PlanPot[]
  /** Numbers of the pieces that are out of their mould. */
  demoulded: ReadonlySet<number>
  /** Numbers of the pieces that came out, or are mended in another line; nothing more is planned for them. */
  good: ReadonlySet<number>
  /** What hands have reported of its work; absent where they have reported nothing. */
  reported?: ReportedWork
  promisedMin: number
  weight: number
  /**
   * Whether pieces are wanted as they get ready, as for a market day; else all of them together.
   */
  inParts: boolean
}

export const TASK_KINDS = ['step', 'mix', 'rest', 'pour', 'heat', 'cure', 'sand', 'harden'] as const
export type TaskKind = (typeof TASK_KINDS)[number]

/** What a planned task stands for. */
export interface TaskMeaning {
  lineId: number
  potId: number | null
  kind: TaskKind
  title: string
  /** What hands tell of it; absent for what is told at the bench, and for what lies. */
  does?: TaskWork
}

/** Work on some pieces of a line that can be told as done. */
export interface TaskWork extends Doing, DoneTo {
  /** What is asked when it is done. */
  asks: Asking | null
}

/** Some pieces of a line that one task makes ready. */
export interface Part {
  lineId: number
  pieces: number
}

/** A visit for which nobody is there while it makes sense: it is told, not planned. */
export interface LostVisit {
  lineId: number
  title: string
  /** When it was due, on the plan's clock. */
  dueMin: number
}

/** What the planner is asked, and what it stands for. Whoever changes it hands on another. */
export interface PlanQuestion {
  readonly request: PlanRequest
  readonly meaning: ReadonlyMap<string, TaskMeaning>
  /** By the last task on them. */
  readonly parts: ReadonlyMap<string, Part>
  readonly lost: readonly LostVisit[]
  /** Tasks that the log knows to be under way when the plan begins. */
  readonly underWay: ReadonlySet<string>
  /** Tasks that somebody has told as begun, and in whose hands they are. */
  readonly inHands: ReadonlyMap<string, MakerId>
}

/**
 * The heated box as cures are planned in it: the temperature it surely has, the room in it, and
 * when it runs.
 */
export interface HeatedBox {
  tempC: number
  areaCm2: number
  /** On the plan's clock, in order; what lies in it is done between two of its pauses. */
  runs: readonly Interval[]
}

export interface Workroom {
  makers: readonly (PlanMaker & { readonly id: MakerId })[]
  stations: readonly (PlanStation & { readonly id: StationId })[]
  places: readonly (PlanPlace & { readonly id: PlaceId })[]
  moulds: readonly (PlanMould & { readonly id: MouldId })[]
  /** Makers who work on their own orders only. */
  ownOnly: readonly MakerId[]
  range: TemperatureRange
  box: HeatedBox | null
}

/** A layer of a line that goes on what lies under it. */
export interface Joint {
  lineId: number
  layerId: number
}
/** The same as a name. */
export type JointKey = `${number}.${number}`
export const jointKey = ({ lineId, layerId }: Joint): JointKey => `${lineId}.${layerId}`
export const jointOfKey = (key: JointKey): Joint => {
  const [lineId = 0, layerId = 0] = key.split('.').map(Number)
  return { lineId, layerId }
}

/** Which of the ways that are open to it each line goes. */
export interface LinePaths {
  /** Joints whose lower layer is sanded first, of those that leave it open. */
  sanded: ReadonlySet<JointKey>
  /** Lines whose long cures lie in the heated box. */
  boxLines: ReadonlySet<number>
}

export interface PlanOptions {
  horizonMin: number
  lines: PlanLine[]
  resins: ReadonlyMap<number, Resin>
  workroom: Workroom
  rules: Pick<StudioRules, 'cureMarginPct' | 'measureMin' | 'heatPassMin'>
  paths: LinePaths
  iterations: number
  seed: number
}
