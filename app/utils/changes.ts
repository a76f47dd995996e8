import { fieldWords } from '~~/shared/words'

/** One field that differs between two states of a row. */
export interface Change {
  field: string
  before: string
  after: string
}

const shown = (value: unknown): string =>
  value === undefined || value === null || value === ''
    ? '(empty)'
    : typeof value === 'object'
      ? JSON.stringify(value)
      : String(value)

/** The top-level fields in which two states of a row differ; the version itself does not count. */
export function changesBetween(before: object, after: object): Change[] {
  const [from, to] = [before as Record<string, unknown>, after as Record<string, unknown>]
  return Object.keys(to)
    .filter(
      (field) => field !== 'version' && JSON.stringify(from[field]) !== JSON.stringify(to[field]),
    )
    .map((field) => ({
      field: fieldWords(field),
      before: shown(from[field]),
      after: shown(to[field]),
    }))
}
