import { rateAt } from './rateAt'
import type { CureResin, TemperatureStep } from './types'

/** How a cure goes on from a start, worked out once for all milestones. */
export interface CureCurve {
  /** When so many minutes at the reference have passed, on the profile's clock. */
  reached: (minutes: number) => number
  /** The mean temperature from the start to a minute; at the start the one that holds then, °C. */
  meanC: (untilMin: number) => number
}

/**
 * Sums the rate and the temperature over the steps of a profile.
 * Source: Arrhenius rate (`rateAt`), constant within each step; the last step holds for ever.
 * @param profile in order of time, beginning no later than the start
 */
export function curveOf(
  resin: Pick<CureResin, 'referenceC' | 'activationKJ'>,
  profile: readonly TemperatureStep[],
  startMin: number,
): CureCurve {
  const first = Math.max(
    0,
    profile.findLastIndex(({ fromMin }) => fromMin <= startMin),
  )
  const steps = profile.slice(first)
  const from = steps.map(({ fromMin }, i) => (i === 0 ? startMin : fromMin))
  const rates = steps.map(({ tempC }) => rateAt(resin, tempC))
  const cured: number[] = []
  const warmed: number[] = []
  let [minutes, degrees] = [0, 0]
  for (const [i, { tempC }] of steps.entries()) {
    cured.push(minutes)
    warmed.push(degrees)
    const lasts = (from[i + 1] ?? NaN) - (from[i] ?? NaN)
    minutes += lasts * (rates[i] ?? NaN)
    degrees += lasts * tempC
  }
  return {
    reached(wanted) {
      const i = lastAtMost(cured, wanted)
      return (from[i] ?? NaN) + (wanted - (cured[i] ?? NaN)) / (rates[i] ?? NaN)
    },
    meanC(untilMin) {
      const i = lastAtMost(from, untilMin)
      const tempC = steps[i]?.tempC ?? NaN
      if (untilMin <= startMin) return tempC
      return ((warmed[i] ?? NaN) + (untilMin - (from[i] ?? NaN)) * tempC) / (untilMin - startMin)
    },
  }
}

/** The last place in rising numbers at which there is at most a value; the first where none is. */
function lastAtMost(rising: readonly number[], value: number): number {
  let [low, high] = [0, rising.length - 1]
  while (low < high) {
    const middle = Math.ceil((low + high) / 2)
    if ((rising[middle] ?? Infinity) <= value) low = middle
    else high = middle - 1
  }
  return low
}
