import type { WorkEvent, WorkKind } from '../../core/run'
import type { Db } from './rows'

/** What was told of some work, as it is kept. */
export interface StoredWork extends WorkEvent {
  lineId: number
  tookMin: number | null
  reason: string
  answer: string
  amount: number | null
}
export interface NewWork extends StoredWork {
  key: string
  toldAt: Date
  toldBy: number
  plannedMin: number | null
}

interface WorkColumns {
  order_line_id: number
  kind: WorkKind
  what: string
  visit: number | null
  layer: string | null
  first_piece: number
  pieces: number
  at: Date
  person_id: number
  until_at: Date | null
  took_min: string | null
  reason: string | null
  answer: string | null
  amount: string | null
}
const numberOrNull = (text: string | null) => (text === null ? null : Number(text))
const workOf = (row: WorkColumns): StoredWork => ({
  lineId: row.order_line_id,
  kind: row.kind,
  what: row.what,
  visit: row.visit,
  layer: row.layer,
  first: row.first_piece,
  pieces: row.pieces,
  at: row.at,
  personId: row.person_id,
  untilAt: row.until_at,
  tookMin: numberOrNull(row.took_min),
  reason: row.reason ?? '',
  answer: row.answer ?? '',
  amount: numberOrNull(row.amount),
})

/** What was told of the work on some lines, in the order in which it was told. */
export async function listWork(
  db: Db,
  workspaceId: number,
  lineIds: readonly number[],
): Promise<StoredWork[]> {
  const rows = (await db('work_events')
    .where({ workspace_id: workspaceId })
    .whereIn('order_line_id', [...lineIds])
    .orderBy('id')) as WorkColumns[]
  return rows.map(workOf)
}

/** Those of these keys under which something was told already. */
export async function knownKeys(
  db: Db,
  workspaceId: number,
  keys: readonly string[],
): Promise<ReadonlySet<string>> {
  const rows = (await db('work_events')
    .where({ workspace_id: workspaceId })
    .whereIn('client_key', [...keys])
    .pluck('client_key')) as string[]
  return new Set(rows)
}

export async function addWork(
  db: Db,
  workspaceId: number,
  events: readonly NewWork[],
): Promise<void> {
  if (events.length === 0) return
  await db('work_events').insert(
    events.map((event) => ({
      workspace_id: workspaceId,
      order_line_id: event.lineId,
      client_key: event.key,
      kind: event.kind,
      what: event.what,
      visit: event.visit,
      layer: event.layer,
      first_piece: event.first,
      pieces: event.pieces,
      at: event.at,
      person_id: event.personId,
      told_at: event.toldAt,
      told_by: event.toldBy,
      until_at: event.untilAt,
      took_min: event.tookMin,
      planned_min: event.plannedMin,
      reason: event.reason || null,
      answer: event.answer || null,
      amount: event.amount,
    })),
  )
}

/** The newest work that was told with its minutes, and the minutes it should have taken. */
export async function recentWork(
  db: Db,
  workspaceId: number,
  most: number,
): Promise<{ tookMin: number; plannedMin: number }[]> {
  const rows = (await db('work_events')
    .where({ workspace_id: workspaceId, kind: 'done' })
    .where('took_min', '>', 0)
    .where('planned_min', '>', 0)
    .orderBy('at', 'desc')
    .limit(most)
    .select('took_min', 'planned_min')) as { took_min: string; planned_min: string }[]
  return rows.map((row) => ({
    tookMin: Number(row.took_min),
    plannedMin: Number(row.planned_min),
  }))
}
