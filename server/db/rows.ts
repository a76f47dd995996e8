import type { Knex } from 'knex'

/** A pool or a transaction: repositories take either. */
export type Db = Knex | Knex.Transaction

/** Reads a DECIMAL, which arrives as text. @throws Error when the column held no number */
export function decimal(value: string | number): number {
  const number = Number(value)
  if (!Number.isFinite(number)) throw new Error(`a DECIMAL column held ${JSON.stringify(value)}`)
  return number
}

export const decimalOrNull = (value: string | number | null): number | null =>
  value === null ? null : decimal(value)

export const iso = (value: Date): string => value.toISOString()
export const isoOrNull = (value: Date | null): string | null => value && value.toISOString()

/** A pattern for what contains a word; what is typed means itself, signs of a pattern too. */
export const containing = (word: string): string => `%${word.replace(/[\\%_]/g, '\\$&')}%`

/** The words of what somebody looks for. */
export const wordsOf = (typed: string): string[] => typed.split(/\s+/).filter((word) => word !== '')

/** Groups child rows under their parent's key. */
export function groupBy<T>(rows: readonly T[], keyOf: (row: T) => number): Map<number, T[]> {
  const groups = new Map<number, T[]>()
  for (const row of rows) {
    const group = groups.get(keyOf(row))
    if (group) group.push(row)
    else groups.set(keyOf(row), [row])
  }
  return groups
}

/**
 * Saves a row only if it still has the version that was read.
 * @returns false when somebody else saved in between (or the row is gone)
 */
export async function updateVersioned(
  db: Db,
  table: string,
  key: { workspaceId: number; id: number; version: number },
  changes: Record<string, unknown>,
  now: Date,
): Promise<boolean> {
  const changed = await db(table)
    .where({ workspace_id: key.workspaceId, id: key.id, version: key.version })
    .update({ ...changes, version: key.version + 1, updated_at: now })
  return changed === 1
}
