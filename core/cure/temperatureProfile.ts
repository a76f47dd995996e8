import type { TemperatureStep } from './types'
import { MINUTES_PER_DAY } from '../units'
import { withReadings, type Reading } from './withReadings'

/**
 * The temperatures that a room is expected to have by day and by night; minutes are of the local
 * day.
 */
export interface RoomClimate {
  dayC: number
  nightC: number
  dayFromMin: number
  nightFromMin: number
}

/**
 * A heated box has its own temperature while it runs, and the room's otherwise; without hours it
 * runs day and night.
 */
export interface BoxClimate {
  boxC: number
  runs?: { fromMin: number; untilMin: number; room: RoomClimate } | null
}

export type PlaceClimate = RoomClimate | BoxClimate

/**
 * The expected temperature of a place as steps on a clock that starts at some minute of a local
 * day.
 * @param startOfDayMin minute of the local day at which the clock reads 0
 * @param days how many days the steps cover; the last holds on
 * @returns steps from minute 0
 */
export function temperatureProfile(
  climate: PlaceClimate,
  startOfDayMin: number,
  days: number,
): TemperatureStep[] {
  const steps: TemperatureStep[] = [{ fromMin: 0, tempC: temperatureAt(climate, startOfDayMin) }]
  const changes = changesOf(climate)
  for (let day = 0; day <= days; day++) {
    const midnight = day * MINUTES_PER_DAY - startOfDayMin
    for (const minute of changes)
      if (midnight + minute > 0)
        steps.push({ fromMin: midnight + minute, tempC: temperatureAt(climate, minute) })
  }
  return steps
}

/** The temperature that a place is expected to have at a minute of the local day, °C. */
export function temperatureAt(climate: PlaceClimate, minuteOfDay: number): number {
  const minute = minuteOfDay % MINUTES_PER_DAY
  if ('dayC' in climate)
    return minute >= climate.dayFromMin && minute < climate.nightFromMin
      ? climate.dayC
      : climate.nightC
  const { boxC, runs } = climate
  return !runs || (minute >= runs.fromMin && minute < runs.untilMin)
    ? boxC
    : temperatureAt(runs.room, minute)
}

/** The minutes of the day at which the temperature changes, in order. */
function changesOf(climate: PlaceClimate): number[] {
  if ('dayC' in climate) return [climate.dayFromMin, climate.nightFromMin]
  return climate.runs
    ? [...changesOf(climate.runs.room), climate.runs.fromMin, climate.runs.untilMin].sort(
        (x, y) => x - y,
      )
    : []
}

/** A stay in one place, from an instant on; instants are minutes on one clock. */
export interface Stay {
  fromMin: number
  climate: PlaceClimate
  /** Minute of the local day at `fromMin`. */
  startOfDayMin: number
  /** What was measured there, on the same clock as `fromMin`, in order of time. */
  readings?: readonly Reading[]
}

/**
 * The temperatures that a piece meets as it is moved from place to place: what was measured there,
 * and what is expected otherwise.
 * @param stays in order of time, at least one
 * @param days how long the last stay is followed
 */
export function temperatureOfStays(stays: readonly Stay[], days: number): TemperatureStep[] {
  return stays.flatMap((stay, i) => {
    const until = stays[i + 1]?.fromMin ?? Infinity
    const expected = temperatureProfile(stay.climate, stay.startOfDayMin, days).map((step) => ({
      fromMin: stay.fromMin + step.fromMin,
      tempC: step.tempC,
    }))
    return withReadings(expected, stay.readings ?? []).filter((step) => step.fromMin < until)
  })
}
