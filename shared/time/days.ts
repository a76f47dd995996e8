import { DateTime } from 'luxon'

/** In which order day, month and year are written in numbers. */
export const DATE_STYLES = ['dmy', 'mdy', 'ymd'] as const
export type DateStyle = (typeof DATE_STYLES)[number]

const WRITTEN: Record<DateStyle, string> = {
  dmy: 'd LLL yyyy',
  mdy: 'LLL d, yyyy',
  ymd: 'yyyy-MM-dd',
}
const YEAR_FIRST = ['yyyy-M-d', 'yyyy/M/d', 'yyyy.M.d']
const IN_WORDS = ['d LLL yyyy', 'd LLLL yyyy', 'LLL d, yyyy', 'LLLL d, yyyy']
const IN_NUMBERS: Record<DateStyle, readonly string[]> = {
  dmy: ['d.M.yyyy', 'd/M/yyyy', 'd-M-yyyy', 'd.M.yy', 'd/M/yy'],
  mdy: ['M/d/yyyy', 'M-d-yyyy', 'M.d.yyyy', 'M/d/yy'],
  ymd: ['d.M.yyyy'],
}

const WEEKDAY = /^(mon|tue|wed|thu|fri|sat|sun)[a-z]*,?\s+/i

/**
 * Reads a day as people write it: `14.3.2027`, `3/14/2027`, `14 Mar 2027`, `2027-03-14`.
 * @param style which of two numbers is the day
 * @returns YYYY-MM-DD; null where it cannot be read or is no day of the calendar
 * @example readDay('4/3/2027', 'mdy') // => '2027-04-03'
 */
export function readDay(typed: string, style: DateStyle): string | null {
  const text = typed.trim().replace(WEEKDAY, '')
  for (const format of [...YEAR_FIRST, ...IN_NUMBERS[style], ...IN_WORDS]) {
    const day = DateTime.fromFormat(text, format, { zone: 'utc', locale: 'en' })
    if (day.isValid) return day.toISODate()
  }
  return null
}

/** Writes a day in somebody's own style. @param day YYYY-MM-DD */
export function writeDay(day: string, style: DateStyle): string {
  const at = DateTime.fromISO(day, { zone: 'utc', locale: 'en' })
  return at.isValid ? at.toFormat(WRITTEN[style]) : ''
}
