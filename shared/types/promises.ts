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
