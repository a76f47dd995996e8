import { DateTime } from 'luxon'

/** The day that an instant falls on, as `2026-03-01`. */
export const dayOf = (at: Date, timeZone: string): string =>
  DateTime.fromJSDate(at, { zone: timeZone }).toISODate() ?? ''
