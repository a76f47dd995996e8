import type { TemperatureStep } from './types'
import { MINUTES_PER_HOUR } from '../units'
import { temperatureAt } from './cure'

/** A temperature that was measured, on the profile's clock. */
export interface Reading {
  atMin: number
  tempC: number
}

/** How long a room stays as much warmer or colder than expected as it was found; a starting value. */
const HOLDS_MIN = 12 * MINUTES_PER_HOUR

/**
 * The expected temperatures of a place, corrected by what was measured there.
 * Assumes that a place which was found so much warmer or colder than expected stays so until it is
 * measured again, for at most half a day: the night that was expected comes all the same.
 * @param steps as they are expected, in order of time, at least one
 * @param readings in order of time; some may lie before the first step, and then count from it on
 * @returns steps from the first expected minute on
 */
export function withReadings(
  steps: readonly TemperatureStep[],
  readings: readonly Reading[],
): TemperatureStep[] {
  const [first] = steps
  if (!first || readings.length === 0) return [...steps]
  const stays = readings.flatMap((reading, i) => {
    const untilMin = Math.min(readings[i + 1]?.atMin ?? Infinity, reading.atMin + HOLDS_MIN)
    const expectedC = temperatureAt(steps, Math.max(reading.atMin, first.fromMin))
    return untilMin > first.fromMin && untilMin > reading.atMin
      ? [{ fromMin: reading.atMin, untilMin, byC: reading.tempC - expectedC }]
      : []
  })
  const corners = new Set(steps.map((step) => step.fromMin))
  for (const { fromMin, untilMin } of stays)
    for (const minute of [fromMin, untilMin]) if (minute > first.fromMin) corners.add(minute)
  let at = 0
  const corrected: TemperatureStep[] = []
  let expected = 0
  for (const fromMin of [...corners].sort((x, y) => x - y)) {
    while ((steps[expected + 1]?.fromMin ?? Infinity) <= fromMin) expected++
    while ((stays[at]?.untilMin ?? Infinity) <= fromMin) at++
    const stay = stays[at]
    const byC = stay && stay.fromMin <= fromMin ? stay.byC : 0
    corrected.push({ fromMin, tempC: (steps[expected]?.tempC ?? first.tempC) + byC })
  }
  return corrected
}
