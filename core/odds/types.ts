/**
 * How much what happens differs from what is planned. Starting values stand in `STARTING_SPREAD`.
 */
export interface Spread {
  /** Standard deviation of what hands do, per cent of the planned minutes. */
  handsPct: number
  /** Standard deviation of what runs by itself: cures, rests, drying. */
  curesPct: number
  /** Shifts that a maker misses, per cent. */
  absencePct: number
}

export interface OddsOptions {
  runs: number
  seed: number
  spread: Spread
  /** By job: how often something of it must be made again, per cent; none where it is left out. */
  againPct?: Readonly<Record<string, number>>
  /** Tasks that last exactly as planned. */
  certain?: readonly string[]
  /** Called now and then with the share that is done. */
  onProgress?: (share: number) => void
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
