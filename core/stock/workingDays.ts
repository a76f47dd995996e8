import { MS_PER_DAY } from '../units'

const isWeekend = (ms: number) => [0, 6].includes(new Date(ms).getUTCDay())

/**
 * An instant so many working days before (below nothing) or after another, at the same time of day.
 * Saturdays and Sundays are none (by UTC); suppliers' own holidays nobody here knows.
 * @param at ms since 1970
 * @param days whole
 */
export function inWorkingDays(at: number, days: number): number {
  const step = Math.sign(days) * MS_PER_DAY
  let found = at
  for (let left = Math.abs(days); left > 0;) {
    found += step
    if (!isWeekend(found)) left--
  }
  return found
}
