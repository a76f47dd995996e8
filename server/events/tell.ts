import type { Happened } from '../../shared/events'
import { appendEvents, type NewEvent } from '../db/events'
import type { Db } from '../db/rows'

/** What the transactions that are under way will have told once they end, by workspace. */
const told = new WeakMap<object, Map<number, NewEvent[]>>()

type What = Happened & {
  id: number | null
  by: number | null
  at: Date
  changed?: readonly string[]
}

/**
 * Says what happened in a transaction. It is written as the last thing the transaction does, and is
 * true only if that holds.
 */
export function tell(trx: Db, workspaceId: number, { by, changed = [], ...what }: What): void {
  const own = told.get(trx) ?? new Map<number, NewEvent[]>()
  told.set(trx, own)
  const event = { ...what, personId: by, changed } as NewEvent
  own.set(workspaceId, [...(own.get(workspaceId) ?? []), event])
}

/** Writes what a transaction told. @returns the workspaces that have something new */
export async function writeTold(trx: Db): Promise<number[]> {
  const own = told.get(trx)
  if (!own) return []
  for (const [workspaceId, events] of own) await appendEvents(trx, workspaceId, events)
  return [...own.keys()]
}

/** Names of the fields that are others than before. */
export function changedFields(before: object, after: object): string[] {
  const was = before as Record<string, unknown>
  return Object.entries(after).flatMap(([field, value]) =>
    field !== 'version' &&
    field in was &&
    JSON.stringify(was[field] ?? null) !== JSON.stringify(value ?? null)
      ? [field]
      : [],
  )
}
