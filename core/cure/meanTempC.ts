import type { TemperatureStep } from './types'

/**
 * The mean temperature of some minutes, by time.
 * @param steps in order of time, beginning no later than `fromMin`
 * @param untilMin after `fromMin`
 * @returns °C
 */
export function meanTempC(
  steps: readonly TemperatureStep[],
  fromMin: number,
  untilMin: number,
): number {
  const sum = steps.reduce((total, { fromMin: begins, tempC }, i) => {
    const ends = Math.min(steps[i + 1]?.fromMin ?? Infinity, untilMin)
    return total + tempC * Math.max(0, ends - Math.max(begins, fromMin))
  }, 0)
  return sum / (untilMin - fromMin)
}
