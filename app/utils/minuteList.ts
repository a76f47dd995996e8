import { readNumber } from '~~/core/units'

/** Minutes in one field, one after the other, as in `5; 12,5; 20`. */
export const minuteList = (minutes: readonly number[]) => minutes.join('; ')

/**
 * Reads minutes that stand one after the other; what is no number becomes NaN, which no schema
 * accepts, and is never guessed at.
 */
export const readMinuteList = (text: string): number[] =>
  text
    .split(';')
    .map((one) => readNumber(one))
    .filter((read) => read.ok || read.code !== 'EMPTY')
    .map((read) => (read.ok ? read.value : Number.NaN))
