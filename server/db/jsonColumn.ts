import { createHash } from 'node:crypto'
import { issueWords } from '../../shared/words'
import { checkAny } from '../../shared/schemas/check'
import type { SchemaOf } from '../../shared/schemas/typed'

/** A JSON column, which MariaDB keeps and returns as text. */
export interface JsonColumn<T> {
  /** @throws Error when the column holds something else */
  read: (text: string) => T
  write: (value: T) => string
}

interface JsonColumnOptions<T> {
  /** `table.column`, for the message when it holds something else. */
  name: string
  schema: SchemaOf<T>
  /**
   * From each version to the next, oldest first: a value was written in the version that there were
   * upcasts then, and goes through those that have been added since.
   */
  upcasts?: readonly ((before: never) => unknown)[]
}

/** Texts that a column has been found to hold rightly; the oldest are forgotten. */
const MOST_KNOWN = 5000
const known = new Set<string>()

function remember(key: string): void {
  if (known.size >= MOST_KNOWN) known.delete(known.values().next().value ?? '')
  known.add(key)
}

/** A value from the database as its schema says. @throws Error naming what is wrong with it */
export function requireRight<T>(name: string, schema: SchemaOf<T>, value: unknown): T {
  const checked = checkAny(schema, value)
  if (checked.ok) return checked.value
  const wrong = checked.issues.map((wrong) => `${wrong.path} ${issueWords(wrong)}`).join('; ')
  throw new Error(`${name} holds what it should not: ${wrong}`)
}

const isVersioned = (stored: unknown): stored is { v: number; is: unknown } =>
  typeof stored === 'object' && stored !== null && 'v' in stored && 'is' in stored

/**
 * A JSON column whose text is checked against a schema when it is read, the same text once. Version
 * 1 stands as it is, later ones as `{ "v": 2, "is": … }`.
 */
export function jsonColumn<T>({ name, schema, upcasts = [] }: JsonColumnOptions<T>): JsonColumn<T> {
  const version = upcasts.length + 1
  const upcast = (stored: unknown): unknown => {
    const [from, value] = isVersioned(stored) ? [stored.v, stored.is] : [1, stored]
    if (from > version) throw new Error(`${name} was written by a newer version (${from})`)
    return upcasts.slice(from - 1).reduce((before, up) => up(before as never), value)
  }
  return {
    read: (text) => {
      const value = upcast(JSON.parse(text))
      const key = createHash('sha1').update(name).update(text).digest('base64')
      if (known.has(key)) return value as T
      const right = requireRight(name, schema, value)
      remember(key)
      return right
    },
    write: (value) => JSON.stringify(version === 1 ? value : { v: version, is: value }),
  }
}
