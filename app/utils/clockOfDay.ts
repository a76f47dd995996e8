import { Duration } from 'luxon'

/** A minute of the day as the clock on the wall shows it; the last is 24:00. */
export const clockOfDay = (minutes: number): string =>
  Duration.fromObject({ minutes }).toFormat('hh:mm')
