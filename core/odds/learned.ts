/** A starting value counts as much as so many observations of the studio's own. */
export const PRIOR = 20

/**
 * A share as it is learned: the starting value counts like twenty observations, so few of one's own
 * change it little.
 * Source: mean of a beta distribution after `judged` observations (Bayes).
 * @param startPct the starting value, per cent
 * @param good of so many `judged`
 * @returns per cent
 */
export const learnedPct = (startPct: number, good: number, judged: number): number =>
  (100 * ((startPct / 100) * PRIOR + good)) / (PRIOR + judged)

/**
 * How much something differs from what was planned, as it is learned from how it went.
 * Assumes a log-normal spread; that all take longer or shorter alike is no spread and is left out
 * with the mean.
 * Source: pooled variance of the logarithms, the starting value counting like twenty observations.
 * @param startPct the starting value: one standard deviation, per cent
 * @param ratios what it took to what was planned, greater than 0
 * @returns one standard deviation, per cent
 */
export function learnedSpreadPct(startPct: number, ratios: readonly number[]): number {
  const logs = ratios.map(Math.log)
  const mean = logs.reduce((sum, value) => sum + value, 0) / Math.max(1, logs.length)
  const squares = logs.reduce((sum, value) => sum + (value - mean) ** 2, 0)
  const start = Math.log(1 + (startPct / 100) ** 2)
  const variance = (PRIOR * start + squares) / (PRIOR + Math.max(0, logs.length - 1))
  return 100 * Math.sqrt(Math.exp(variance) - 1)
}
