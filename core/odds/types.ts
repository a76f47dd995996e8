import type { PlannedTask, PlanRequest } from '../plan'

/** Something of a job that has to be made again, and how much later the job is then ready. */
export interface Again {
  job: string
  /** How often that happens, per cent. */
  pct: number
  addsMin?: number | null
}

/** How much what happens differs from what is planned; whatever is left out does not differ. */
export interface Chance {
  /** Standard deviation of what hands do, per cent of the planned minutes, which are its mean. */
  handsPct?: number | null
  /** Standard deviation of what runs by itself, per cent: cures, rests, drying. */
  curesPct?: number | null
  /** The share of cures that are done by their planned minutes, in (0, 1); 0.5 if absent. */
  curesQuantile?: number | null
  /** Shifts that a maker misses, per cent. */
  absencePct?: number | null
  /** So long after the end of a shift somebody stays for what a window would else close on. */
  staysOnMin?: number | null
  /** So far ahead it is plain whether something is late, minutes. */
  foreseenMin?: number | null
  /** Tasks that last exactly as planned. */
  certain?: readonly string[] | null
  again?: readonly Again[] | null
}

export interface OddsRequest {
  readonly plan: PlanRequest
  /** The tasks of a correct plan, in any order. */
  readonly tasks: readonly PlannedTask[]
  readonly chance?: Chance | null
  /** How often the plan is carried out; 2,000 if absent. */
  readonly runs?: number | null
  readonly seed?: number | null
}

export interface JobOdds {
  job: string
  /** How often the job was ready when due, per cent; null without a due date. */
  keptPct: number | null
  /** Ready by then in half and in nine tenths of the runs, minutes. */
  readyMin50: number
  readyMin90: number
  /** How often one of its closing windows was missed, per cent. */
  windowMissedPct: number
}

export interface OddsAnswer {
  /** In the order of the plan's jobs, but for those without tasks. */
  jobs: JobOdds[]
  /** Mean over the runs of what lateness weighs. */
  expectedWeightedTardinessMin: number
  runs: number
}
