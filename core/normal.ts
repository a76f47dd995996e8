/**
 * Numbers of a standard normal distribution.
 * Source: Box and Muller, 1958; both numbers of a pair are used.
 * @param random a stream of numbers in [0, 1)
 */
export function normalNumbers(random: () => number): () => number {
  let second: number | null = null
  return () => {
    if (second !== null) {
      const kept = second
      second = null
      return kept
    }
    const radius = Math.sqrt(-2 * Math.log(1 - random()))
    const angle = 2 * Math.PI * random()
    second = radius * Math.sin(angle)
    return radius * Math.cos(angle)
  }
}

/** The standard deviation of the logarithm of what varies by so many per cent of its mean. */
export const logDeviation = (pct: number): number => Math.sqrt(Math.log(1 + (pct / 100) ** 2))

const TAIL = 0.02425
const ratio = (up: readonly number[], down: readonly number[], x: number) =>
  horner(up, x) / (horner(down, x) * x + 1)
const horner = (factors: readonly number[], x: number) =>
  factors.reduce((sum, factor) => sum * x + factor, 0)
const MIDDLE_UP = [
  -3.969683028665376e1, 2.209460984245205e2, -2.759285104469687e2, 1.38357751867269e2,
  -3.066479806614716e1, 2.506628277459239,
]
const MIDDLE_DOWN = [
  -5.447609879822406e1, 1.615858368580409e2, -1.556989798598866e2, 6.680131188771972e1,
  -1.328068155288572e1,
]
const TAIL_UP = [
  -7.784894002430293e-3, -3.223964580411365e-1, -2.400758277161838, -2.549732539343734,
  4.374664141464968, 2.938163982698783,
]
const TAIL_DOWN = [7.784695709041462e-3, 3.224671290700398e-1, 2.445134137142996, 3.754408661907416]

/**
 * How many standard deviations above the mean a share of a normal distribution lies below.
 * Source: Acklam's rational approximation, off by less than 1.2e-9 of its value.
 * @param share in (0, 1)
 */
export function normalQuantile(share: number): number {
  if (share < TAIL) return ratio(TAIL_UP, TAIL_DOWN, Math.sqrt(-2 * Math.log(share)))
  if (share > 1 - TAIL) return -normalQuantile(1 - share)
  const offset = share - 0.5
  return offset * ratio(MIDDLE_UP, MIDDLE_DOWN, offset * offset)
}
