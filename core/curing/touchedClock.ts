import { curedMin, type CureClock, type TemperatureStep } from '../cure'
import { milestoneMin, type Awaited, type Resin } from '../trade'

/** Somebody touched a piece: whether it had reached a milestone then. */
export interface Touch {
  milestone: Awaited
  /** On the profile's clock. */
  atMin: number
  isThere: boolean
}

/** Nodes over six standard deviations each way; errors stay far below what a finger tells. */
const NODES = 240
const REACH_SD = 6
/** The clock of a piece is never known closer than this by touching it, natural logarithm. */
const LEAST_SD = 0.01

/**
 * The clock of one piece after it was touched.
 * A milestone of m minutes that is not there yet after P minutes of cure (at the reference) means
 * that the piece's factor on its minutes is above P/m, one that is there that it is below. Between
 * the bounds the factor stays as likely as it was before (the lognormal, cut off); where touches
 * contradict each other, the last one counts.
 * Source: Bayes' rule with bounds for a likelihood, mean and standard deviation by summation.
 * @param clock of the resin
 * @param profile temperatures of the piece, its clock starting at the pour
 * @param touches in the order in which they were made
 * @returns the clock to ask `cureBand` with
 */
export function touchedClock(
  clock: Required<CureClock>,
  resin: Resin,
  profile: readonly TemperatureStep[],
  touches: readonly Touch[],
): Required<CureClock> {
  let [low, high] = [-Infinity, Infinity]
  for (const { milestone, atMin, isThere } of touches) {
    // What is touched as it is poured tells nothing.
    if (atMin <= 0) continue
    const bound = Math.log(
      curedMin(resin, profile, 0, atMin) / milestoneMin(resin.milestones, milestone),
    )
    if (isThere) {
      high = Math.min(high, bound)
      if (low >= high) low = -Infinity
    } else {
      low = Math.max(low, bound)
      if (low >= high) high = Infinity
    }
  }
  return low === -Infinity && high === Infinity ? clock : cutOff(clock, low, high)
}

/** Mean and standard deviation of a normal between two bounds. */
function cutOff(clock: Required<CureClock>, low: number, high: number): Required<CureClock> {
  const { logMean } = clock
  const logSd = Math.max(LEAST_SD, clock.logSd)
  const reach = REACH_SD * logSd
  // Beyond what was thought possible the bound itself is what is known.
  const from = Math.min(Math.max(low, logMean - reach), Math.max(low, high - reach))
  const to = Math.max(Math.min(high, logMean + reach), Math.min(high, low + reach))
  const width = (to - from) / NODES
  const nodes = Array.from({ length: NODES }, (_, i) => from + (i + 0.5) * width)
  const heights = nodes.map((x) => -0.5 * ((x - logMean) / logSd) ** 2)
  const most = Math.max(...heights)
  const weights = heights.map((height) => Math.exp(height - most))
  const sum = weights.reduce((total, weight) => total + weight, 0)
  const mean = nodes.reduce((total, x, i) => total + x * (weights[i] ?? 0), 0) / sum
  const variance =
    nodes.reduce((total, x, i) => total + (x - mean) ** 2 * (weights[i] ?? 0), 0) / sum
  return { logMean: mean, logSd: Math.max(LEAST_SD, Math.sqrt(variance)) }
}
