import { DateTime } from 'luxon'
import type { WeeklyShift } from '../types/workshop'
import { MINUTES_PER_DAY } from '../../core/units'

/** Hours that are the same every day. */
export const everyDay = (fromMin: number, toMin: number): Omit<WeeklyShift, 'personId'>[] =>
  [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ weekday, fromMin, toMin }))

/**
 * Weekly shifts between two instants, by the clock on the wall: a day of 23 or 25 hours keeps its
 * hours.
 * @param weekly of one person
 * @param from first instant, milliseconds since 1970; a shift that is going on then is cut
 * @param to last instant, likewise
 * @returns [start, end] in milliseconds since 1970, in order of their start
 */
export function shiftsBetween(
  weekly: readonly Pick<WeeklyShift, 'weekday' | 'fromMin' | 'toMin'>[],
  from: number,
  to: number,
  timeZone: string,
): [number, number][] {
  const shifts: [number, number][] = []
  for (
    let day = DateTime.fromMillis(from, { zone: timeZone }).startOf('day');
    day.toMillis() < to;
    day = day.plus({ days: 1 })
  ) {
    const at = (minute: number) =>
      (minute === MINUTES_PER_DAY
        ? day.plus({ days: 1 })
        : day.set({ hour: Math.floor(minute / 60), minute: minute % 60 })
      ).toMillis()
    for (const shift of weekly.filter((one) => one.weekday === day.weekday)) {
      const [start, end] = [Math.max(from, at(shift.fromMin)), Math.min(to, at(shift.toMin))]
      if (start < end) shifts.push([start, end])
    }
  }
  return shifts.sort((x, y) => x[0] - y[0])
}
