import { DateTime } from 'luxon'
import type { ClosedDays, Hours, OtherDays, RoundShift, WeeklyShift } from '../types/workshop'
import { MINUTES_PER_DAY } from '../../core/units'
import { united } from './changedShifts'

type Own<T> = Omit<T, 'personId'>

/** When somebody is there, or a box runs. */
export interface UsualHours {
  weekly: readonly Own<WeeklyShift>[]
  /** What comes round only every few weeks. */
  rounds?: readonly Own<RoundShift>[]
  /** Days that are otherwise; where several have the same day, all of their hours. */
  otherwise?: readonly Own<OtherDays>[]
  /** Days on which nobody is there, unless `otherwise` says so. */
  closed?: readonly ClosedDays[]
}

/** Hours that are the same every day. */
export const everyDay = (fromMin: number, toMin: number): Own<WeeklyShift>[] =>
  [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ weekday, fromMin, toMin }))

/** The hours of one person among those of all. */
export function hoursOf(
  { shifts, rounds, otherwise, closed }: Hours,
  personId: number,
): UsualHours {
  const isOwn = (one: { personId: number }) => one.personId === personId
  return {
    weekly: shifts.filter(isOwn),
    rounds: rounds.filter(isOwn),
    otherwise: otherwise.filter(isOwn),
    closed,
  }
}

/**
 * Shifts between two instants, by the clock on the wall: a day of 23 or 25 hours keeps its hours.
 * Those that touch or overlap are one.
 * @param hours of one person
 * @param from first instant, milliseconds since 1970; a shift that is going on then is cut
 * @param to last instant, likewise
 * @returns [start, end] in milliseconds since 1970, in order of their start
 */
export function shiftsBetween(
  hours: UsualHours,
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
    for (const shift of hoursOn(hours, day)) {
      const [start, end] = [Math.max(from, at(shift.fromMin)), Math.min(to, at(shift.toMin))]
      if (start < end) shifts.push([start, end])
    }
  }
  return united(shifts)
}

const covers = (days: ClosedDays, date: string) => days.from <= date && date <= days.until

/** The hours of one day: those that are said for it, else none where it is closed, else the usual. */
function hoursOn(
  { weekly, rounds = [], otherwise = [], closed = [] }: UsualHours,
  day: DateTime,
): { fromMin: number; toMin: number }[] {
  const date = day.toISODate() ?? ''
  const said = otherwise.filter((one) => covers(one, date))
  if (said.length > 0) return said.flatMap(({ hours }) => hours ?? [])
  if (closed.some((one) => covers(one, date))) return []
  return [...weekly, ...rounds.filter((one) => isItsWeek(one, day))].filter(
    (shift) => shift.weekday === day.weekday,
  )
}

function isItsWeek({ everyWeeks, firstDay }: Own<RoundShift>, day: DateTime): boolean {
  const first = DateTime.fromISO(firstDay, { zone: day.zone }).startOf('week')
  const weeks = Math.round(day.startOf('week').diff(first, 'weeks').weeks)
  return weeks >= 0 && weeks % everyWeeks === 0
}
