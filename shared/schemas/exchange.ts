import { body, flag, list, text } from './fields'

/** The most of a file that is read. */
const MOST_CHARACTERS = 8_000_000

/** A file to be looked at, or to be taken. */
export const importSchema = body({
  text: text(MOST_CHARACTERS).required('is empty'),
  /** For each head of the file the column that it is taken for; null to let the heads say. */
  columns: list(text(80).nullable().defined('is missing')).nullable().defined('is missing'),
  /** Whether it is taken; otherwise it is only looked at. */
  apply: flag().required(),
  /** Whether lines that are wrong are left out; otherwise nothing is taken while there are any. */
  leaveOut: flag().required(),
})
