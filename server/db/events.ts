import type { Knex } from 'knex'
import { eventDataSchema, type EventData } from '../../shared/schemas/events'
import type { Happened, LiveEvent, Subject } from '../../shared/events'
import { jsonColumn } from './jsonColumn'
import { iso, type Db } from './rows'

const dataColumn = jsonColumn<EventData>({ name: 'events.data', schema: eventDataSchema })

export type NewEvent = Happened & {
  id: number | null
  personId: number | null
  at: Date
  changed: readonly string[]
}

/**
 * Writes what happened, numbered without gaps. It holds the counter until the transaction ends, so
 * that numbers become visible in their order; so it has to be the last thing that one does.
 */
export async function appendEvents(
  trx: Db,
  workspaceId: number,
  events: readonly NewEvent[],
): Promise<void> {
  const [{ insertId: last }] = (await trx.raw(
    `INSERT INTO event_counters (workspace_id, last) VALUES (?, LAST_INSERT_ID(?))
     ON DUPLICATE KEY UPDATE last = LAST_INSERT_ID(last + ?)`,
    [workspaceId, events.length, events.length],
  )) as [{ insertId: number }]
  await trx('events').insert(
    events.map(({ kind, subject, id, personId, at, changed }, i) => ({
      workspace_id: workspaceId,
      number: last - events.length + 1 + i,
      kind,
      subject,
      subject_id: id,
      person_id: personId,
      at,
      data: dataColumn.write({ changed: [...changed] }),
    })),
  )
}

interface EventColumns {
  number: number
  kind: string
  subject: Subject
  subject_id: number | null
  by: string | null
  at: Date
  data: string
}
const eventOf = (row: EventColumns): LiveEvent =>
  ({
    number: Number(row.number),
    kind: row.kind,
    subject: row.subject,
    id: row.subject_id,
    by: row.by,
    at: iso(row.at),
    changed: dataColumn.read(row.data).changed,
  }) as LiveEvent

const eventsQuery = (db: Db, workspaceId: number): Knex.QueryBuilder =>
  db('events')
    .leftJoin('people', 'people.id', 'events.person_id')
    .where('events.workspace_id', workspaceId)
    .select('events.*', 'people.name as by')

/** What happened after a number, in order. */
export async function eventsAfter(
  db: Db,
  workspaceId: number,
  after: number,
  limit: number,
): Promise<LiveEvent[]> {
  const rows = (await eventsQuery(db, workspaceId)
    .where('events.number', '>', after)
    .orderBy('events.number')
    .limit(limit)) as EventColumns[]
  return rows.map(eventOf)
}

/** What happened to something, the newest first. */
export async function eventsOf(
  db: Db,
  workspaceId: number,
  subject: Subject,
  id: number,
  options: { before: number | null; limit: number },
): Promise<LiveEvent[]> {
  const query = eventsQuery(db, workspaceId)
    .where({ subject, subject_id: id })
    .orderBy('events.number', 'desc')
    .limit(options.limit)
  if (options.before !== null) query.where('events.number', '<', options.before)
  return ((await query) as EventColumns[]).map(eventOf)
}

export async function lastEvent(db: Db, workspaceId: number): Promise<number> {
  const row = (await db('event_counters').where({ workspace_id: workspaceId }).first('last')) as
    { last: number } | undefined
  return Number(row?.last ?? 0)
}
