/**
 * Everything in whole minutes from a common origin; an interval holds its start and not its end.
 */
export type Interval = [number, number]

export interface PlanMaker {
  id: string
  skills: readonly string[]
  shifts: readonly Interval[]
}
export interface PlanStation {
  id: string
  kind: string
  room: string
}
export interface PlanPlace {
  id: string
  kind: string
  room: string
  areaCm2: number
}
export interface PlanMould {
  id: string
  count: number
}
export interface PlanJob {
  id: string
  releaseMin?: number | null
  dueMin?: number | null
  weight?: number | null
}
export interface PlanTask {
  id: string
  job: string
  durationMin: number
  attended: boolean
  skill?: string | null
  station?: string | null
  /** Kept until `untilTask` begins, where that is later than its own end. */
  place?: { kind: string; areaCm2: number; untilTask?: string | null } | null
  mould?: { id: string; count?: number | null; untilTask?: string | null } | null
  dust?: boolean | null
  openWet?: boolean | null
}
export interface PlanLag {
  from: string
  to: string
  minMin?: number | null
  maxMin?: number | null
}
export interface PlanLimit {
  ms?: number
  iterations?: number
}

export interface PlanRequest {
  readonly horizonMin: number
  readonly makers: readonly PlanMaker[]
  readonly stations: readonly PlanStation[]
  readonly places: readonly PlanPlace[]
  readonly moulds: readonly PlanMould[]
  readonly jobs: readonly PlanJob[]
  readonly tasks: readonly PlanTask[]
  readonly lags: readonly PlanLag[]
  readonly limit?: PlanLimit | null
  readonly seed?: number | null
}

/** What a person fixed: a task begins at this minute, or this maker does it, or both. */
export interface Pin {
  task: string
  startMin: number | null
  maker: string | null
}

export interface PlannedTask {
  id: string
  startMin: number
  endMin: number
  maker: string | null
  station: string | null
  place: string | null
}

export interface PlanObjective {
  weightedTardinessMin: number
  weightedCompletionMin: number
  makespanMin: number
}

export const BINDINGS = [
  'release',
  'lag',
  'mould',
  'place',
  'station',
  'dust',
  'maker',
  'shift',
  'none',
] as const
export type Binding = (typeof BINDINGS)[number]

export interface WhyThen {
  task: string
  binding: Binding
  with: string | null
}

export interface PlanAnswer {
  tasks: PlannedTask[]
  objective: PlanObjective
  lowerBound: { weightedTardinessMin: number; weightedCompletionMin: number }
  proven: boolean
  iterations: number
  elapsedMs: number
  why: WhyThen[]
}
