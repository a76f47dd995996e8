import type { TemperatureStep } from '../cure'
import { MINUTES_PER_DAY } from '../units'

/** The temperature that a place is expected to have: a room by day and night, a box always the same. */
export type PlaceClimate = { boxC: number } | { dayC: number; nightC: number; dayFromMin: number; nightFromMin: number }

/**
 * The expected temperature of a place as steps on a clock that starts at some minute of a local day.
 * @param startOfDayMin minute of the local day at which the clock reads 0
 * @param days how many days the steps cover; the last holds on
 * @returns steps from minute 0
 */
export function temperatureProfile(climate: PlaceClimate, startOfDayMin: number, days: number): TemperatureStep[] {
  if ('boxC' in climate) return [{ fromMin: 0, tempC: climate.boxC }]
  const { dayC, nightC, dayFromMin, nightFromMin } = climate
  const isDay = startOfDayMin >= dayFromMin && startOfDayMin < nightFromMin
  const steps: TemperatureStep[] = [{ fromMin: 0, tempC: isDay ? dayC : nightC }]
  for (let day = 0; day <= days; day++) {
    const midnight = day * MINUTES_PER_DAY - startOfDayMin
    for (const [minute, tempC] of [[dayFromMin, dayC], [nightFromMin, nightC]] as const) {
      if (midnight + minute > 0) steps.push({ fromMin: midnight + minute, tempC })
    }
  }
  return steps
}

/** A stay in one place, from an instant on; instants are minutes on one clock. */
export interface Stay {
  fromMin: number
  climate: PlaceClimate
  /** Minute of the local day at `fromMin`. */
  startOfDayMin: number
}

/**
 * The temperatures that a piece meets as it is moved from place to place.
 * @param stays in order of time, at least one
 * @param days how long the last stay is followed
 */
export function temperatureOfStays(stays: readonly Stay[], days: number): TemperatureStep[] {
  return stays.flatMap((stay, i) => {
    const until = stays[i + 1]?.fromMin ?? Infinity
    return temperatureProfile(stay.climate, stay.startOfDayMin, days)
      .map((step) => ({ fromMin: stay.fromMin + step.fromMin, tempC: step.tempC }))
      .filter((step) => step.fromMin < until)
  })
}
