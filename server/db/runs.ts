import type { RunEvent, RunTargets } from '../../core/run'
import {
  runTargetsBefore,
  runTargetsSchema,
  runTargetsUnwetted,
  storedRunEventSchema,
  type KeyedRunEvent,
} from '../../shared/schemas/runs'
import { jsonColumn, requireRight } from './jsonColumn'
import { groupBy, type Db } from './rows'
import { MS_PER_MIN } from '../../core/units'

export const targetsColumn = jsonColumn({
  name: 'runs.targets',
  schema: runTargetsSchema,
  upcasts: [runTargetsBefore, runTargetsUnwetted],
})

export interface StoredRun {
  id: number
  potId: number
  personId: number
  targets: RunTargets
  endedAt: Date | null
  events: KeyedRunEvent[]
}

export async function insertRun(
  db: Db,
  workspaceId: number,
  run: { potId: number; personId: number; targets: RunTargets; startedAt: Date },
): Promise<number> {
  const [id = 0] = await db('runs').insert({
    workspace_id: workspaceId,
    pot_id: run.potId,
    person_id: run.personId,
    targets: targetsColumn.write(run.targets),
    started_at: run.startedAt,
  })
  return id
}

/** The runs that have not come to an end, by their keys, the oldest first. */
export async function openRunIds(db: Db, workspaceId: number): Promise<number[]> {
  return (await db('runs')
    .where({ workspace_id: workspaceId })
    .whereNull('ended_at')
    .orderBy('id')
    .pluck('id')) as number[]
}

/**
 * @param lock holds the run's row until the transaction ends, so that two screens add to its log
 * one after the other
 */
export async function getRun(
  db: Db,
  workspaceId: number,
  id: number,
  lock = false,
): Promise<StoredRun | null> {
  const query = db('runs').where({ workspace_id: workspaceId, id }).first()
  const run = (await (lock ? query.forUpdate() : query)) as
    | { id: number; pot_id: number; person_id: number; targets: string; ended_at: Date | null }
    | undefined
  if (!run) return null
  return {
    id: run.id,
    potId: run.pot_id,
    personId: run.person_id,
    targets: targetsColumn.read(run.targets),
    endedAt: run.ended_at,
    events: (await eventsOfRuns(db, workspaceId, [id])).get(id) ?? [],
  }
}

/** The logs of some runs, as they were told. */
export async function eventsOfRuns(
  db: Db,
  workspaceId: number,
  ids: readonly number[],
): Promise<ReadonlyMap<number, KeyedRunEvent[]>> {
  const rows = (await db('run_events')
    .where({ workspace_id: workspaceId })
    .whereIn('run_id', [...ids])
    .orderBy('id')) as {
    run_id: number
    client_key: string
    kind: RunEvent['kind']
    at: Date
    data: string
  }[]
  return new Map(
    [...groupBy(rows, ({ run_id: id }) => id)].map(([id, own]) => [
      id,
      own.map(({ client_key: key, kind, at, data }) =>
        requireRight('run_events.data', storedRunEventSchema, {
          ...(JSON.parse(data) as object),
          key,
          kind,
          at: at.getTime(),
        }),
      ),
    ]),
  )
}

/** Appends events that the log does not hold yet. */
export async function appendRunEvents(
  db: Db,
  workspaceId: number,
  runId: number,
  personId: number,
  events: readonly KeyedRunEvent[],
): Promise<void> {
  if (events.length === 0) return
  await db('run_events').insert(
    events.map(({ key, kind, at, ...data }) => ({
      workspace_id: workspaceId,
      run_id: runId,
      client_key: key,
      kind,
      at: new Date(at),
      data: JSON.stringify(data),
      person_id: personId,
    })),
  )
}

export async function endRun(
  db: Db,
  workspaceId: number,
  id: number,
  at: Date | null,
): Promise<void> {
  await db('runs').where({ workspace_id: workspaceId, id }).update({ ended_at: at })
}

/** The newest pours that have ended, with the minutes they took and should have taken. */
export async function recentPours(
  db: Db,
  workspaceId: number,
  most: number,
): Promise<{ tookMin: number; plannedMin: number }[]> {
  const rows = (await db('runs')
    .join('run_events as began', (on) =>
      on.on('began.run_id', 'runs.id').andOnVal('began.kind', 'pourStarted'),
    )
    .join('run_events as done', (on) =>
      on.on('done.run_id', 'runs.id').andOnVal('done.kind', 'pourEnded'),
    )
    .where('runs.workspace_id', workspaceId)
    .whereNotNull('runs.ended_at')
    .whereRaw('began.at < done.at')
    .orderBy('runs.started_at', 'desc')
    .limit(most)
    .select(
      'began.at as began_at',
      'done.at as done_at',
      // As it is kept since runs have cups of their own, and as it was before.
      db.raw(
        "COALESCE(JSON_VALUE(runs.targets, '$.is.pourMin'), JSON_VALUE(runs.targets, '$.pourMin')) as pour_min",
      ),
    )) as { began_at: Date; done_at: Date; pour_min: string | null }[]
  return rows.flatMap((row) => {
    const plannedMin = Number(row.pour_min)
    return plannedMin > 0
      ? [{ tookMin: (row.done_at.getTime() - row.began_at.getTime()) / MS_PER_MIN, plannedMin }]
      : []
  })
}
