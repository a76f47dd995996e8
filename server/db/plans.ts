import type { PlanObjective } from '../../core/plan'
import type { Joint } from '../../core/tasks'
import type { PlanTaskRow, PlanView } from '../../shared/types/plan'
import { jointsSchema, lineIdsSchema, promisesSchema } from '../../shared/schemas/plans'
import { taskWorkSchema } from '../../shared/schemas/work'
import { NO_TERMS, termsSchema, type PlanTerms } from '../../shared/schemas/planTerms'
import type { PromiseRow } from '../../shared/types/promises'
import { jsonColumn } from './jsonColumn'
import { iso, type Db } from './rows'

const termsColumn = jsonColumn({
  name: 'plans.terms',
  schema: termsSchema,
  upcasts: [(before: object) => ({ ...NO_TERMS, ...before })],
})
const promisesColumn = jsonColumn({
  name: 'plans.promises',
  schema: promisesSchema,
  upcasts: [
    (before: object[]) =>
      before.map((promise) => ({ isMade: false, usesBox: false, odds: null, ...promise })),
  ],
})
const doesColumn = jsonColumn({ name: 'plan_tasks.does', schema: taskWorkSchema })
const sandedColumn = jsonColumn({ name: 'plans.sanded_joints', schema: jointsSchema })
const boxLinesColumn = jsonColumn({ name: 'plans.box_lines', schema: lineIdsSchema })

/** A task as a plan stores it. */
export type NewPlanTask = Omit<PlanTaskRow, 'startAt' | 'endAt' | 'station' | 'told'> & {
  startAt: Date
  endAt: Date
  stationId: number | null
}

export interface NewPlan {
  originAt: Date
  madeAt: Date
  madeBy: number
  objective: PlanObjective
  promises: PromiseRow[]
  tasks: NewPlanTask[]
  terms: PlanTerms
  /** Joints that are sanded, of those that leave it open. */
  sandedJoints: Joint[]
  /** Lines whose long cures lie in the heated box. */
  boxLines: number[]
  /** The plan that it changes; null for the first. */
  basedOn: number | null
  /** The plan that it brings back, after an undo or a redo. */
  restores: number | null
  /** Whether it only followed what had happened; left out, somebody decided it. */
  followed?: boolean
}

const ROWS_PER_INSERT = 200

export async function insertPlan(db: Db, workspaceId: number, plan: NewPlan): Promise<number> {
  const [id = 0] = await db('plans').insert({
    workspace_id: workspaceId,
    origin_at: plan.originAt,
    made_at: plan.madeAt,
    made_by: plan.madeBy,
    objective: JSON.stringify(plan.objective),
    promises: promisesColumn.write(plan.promises),
    terms: termsColumn.write(plan.terms),
    sanded_joints: sandedColumn.write(plan.sandedJoints),
    box_lines: boxLinesColumn.write(plan.boxLines),
    based_on: plan.basedOn,
    restores: plan.restores,
    followed: plan.followed ?? false,
  })
  const rows = plan.tasks.map((task) => ({
    workspace_id: workspaceId,
    plan_id: id,
    task_key: task.key,
    order_id: task.orderId,
    order_line_id: task.orderLineId,
    pot_id: task.potId,
    kind: task.kind,
    title: task.title,
    attended: task.attended,
    start_at: task.startAt,
    end_at: task.endAt,
    person_id: task.personId,
    station_id: task.stationId,
    place_id: task.placeId,
    binding: task.binding,
    with_key: task.withKey,
    does: task.does && doesColumn.write(task.does),
  }))
  for (let from = 0; from < rows.length; from += ROWS_PER_INSERT)
    await db('plan_tasks').insert(rows.slice(from, from + ROWS_PER_INSERT))
  return id
}

/**
 * Takes away a plan that only followed what had happened, once another has followed it: nobody goes
 * back to it, and hands tell much in a day. One that somebody changed, or brought back, stays.
 */
export async function dropFollowedPlan(db: Db, workspaceId: number, id: number): Promise<void> {
  const isUsed: unknown = await db('plans')
    .where({ workspace_id: workspaceId })
    .where((used) => used.where({ based_on: id }).orWhere({ restores: id }))
    .first('id')
  if (!isUsed) await db('plans').where({ workspace_id: workspaceId, id, followed: true }).delete()
}

/** What the next plan needs to know of one before it. */
export interface KeptPlan {
  id: number
  terms: PlanTerms
  sandedJoints: Joint[]
  boxLines: number[]
  /** The lines of which something was planned. */
  lineIds: ReadonlySet<number>
  basedOn: number | null
  /** The plan that it brought back; null for one of its own. */
  restores: number | null
  tasks: Pick<NewPlanTask, 'key' | 'startAt' | 'endAt' | 'personId' | 'stationId' | 'placeId'>[]
}

interface PlanColumns {
  id: number
  origin_at: Date
  made_at: Date
  made_by_name: string
  promises: string
  terms: string
  sanded_joints: string
  box_lines: string
  based_on: number | null
  restores: number | null
}

/** A plan to keep what can stay of: the newest, or the one asked for. */
export async function getKeptPlan(
  db: Db,
  workspaceId: number,
  id: number | null = null,
): Promise<KeptPlan | null> {
  const query = db('plans').where({ workspace_id: workspaceId }).orderBy('id', 'desc')
  if (id !== null) query.where({ id })
  const plan = (await query.first()) as PlanColumns | undefined
  if (!plan) return null
  const rows = (await db('plan_tasks')
    .where({ plan_id: plan.id })
    .select(
      'task_key',
      'order_line_id',
      'start_at',
      'end_at',
      'person_id',
      'station_id',
      'place_id',
    )) as (Omit<TaskColumns, 'station'> & { station_id: number | null })[]
  return {
    id: plan.id,
    terms: termsColumn.read(plan.terms),
    sandedJoints: sandedColumn.read(plan.sanded_joints),
    boxLines: boxLinesColumn.read(plan.box_lines),
    basedOn: plan.based_on,
    restores: plan.restores,
    lineIds: new Set(rows.map((row) => row.order_line_id)),
    tasks: rows.map((row) => ({
      key: row.task_key,
      startAt: row.start_at,
      endAt: row.end_at,
      personId: row.person_id,
      stationId: row.station_id,
      placeId: row.place_id,
    })),
  }
}

/** The plan that a plan stands for: itself, or the one it brought back. */
export const ownIdOf = (plan: Pick<KeptPlan, 'id' | 'restores'>): number => plan.restores ?? plan.id

/**
 * The plan of its own that was made after this one was brought back and before that; null when
 * there is none.
 */
export async function planMadeFrom(
  db: Db,
  workspaceId: number,
  basedOn: number,
): Promise<number | null> {
  const row = (await db('plans')
    .where({ workspace_id: workspaceId, based_on: basedOn })
    .whereNull('restores')
    .max('id as id')
    .first()) as { id: number | null } | undefined
  return row?.id ?? null
}

/** The number of the newest plan, or null before the first. */
export async function newestPlanId(db: Db, workspaceId: number): Promise<number | null> {
  const row = (await db('plans').where({ workspace_id: workspaceId }).max('id as id').first()) as
    { id: number | null } | undefined
  return row?.id ?? null
}

interface TaskColumns {
  task_key: string
  order_id: number
  order_line_id: number
  pot_id: number | null
  kind: PlanTaskRow['kind']
  title: string
  attended: number
  start_at: Date
  end_at: Date
  person_id: number | null
  station: string | null
  place_id: number | null
  binding: PlanTaskRow['binding']
  with_key: string | null
  does: string | null
}

/** The newest plan with all its tasks by start, or null before the first. */
export async function getNewestPlan(db: Db, workspaceId: number): Promise<PlanView | null> {
  const plan = (await db('plans')
    .join('people', 'people.id', 'plans.made_by')
    .where('plans.workspace_id', workspaceId)
    .orderBy('plans.id', 'desc')
    .first('plans.*', 'people.name as made_by_name')) as PlanColumns | undefined
  if (!plan) return null
  const rows = (await db('plan_tasks')
    .leftJoin('stations', 'stations.id', 'plan_tasks.station_id')
    .where('plan_tasks.plan_id', plan.id)
    .where('plan_tasks.end_at', '>', db.ref('plan_tasks.start_at'))
    .orderBy([{ column: 'plan_tasks.start_at' }, { column: 'plan_tasks.id' }])
    .select('plan_tasks.*', 'stations.name as station')) as TaskColumns[]
  const own = plan.restores ?? plan.id
  const restored =
    plan.restores === null
      ? null
      : ((await db('plans').where({ id: plan.restores }).first('based_on')) as
          Pick<PlanColumns, 'based_on'> | undefined)
  return {
    id: plan.id,
    terms: termsColumn.read(plan.terms),
    canUndo: (restored ? restored.based_on : plan.based_on) !== null,
    canRedo: plan.restores !== null && (await planMadeFrom(db, workspaceId, own)) !== null,
    originAt: iso(plan.origin_at),
    madeAt: iso(plan.made_at),
    madeBy: plan.made_by_name,
    promises: promisesColumn.read(plan.promises),
    slip: null,
    tasks: rows.map((row) => ({
      key: row.task_key,
      orderId: row.order_id,
      orderLineId: row.order_line_id,
      potId: row.pot_id,
      kind: row.kind,
      title: row.title,
      attended: row.attended === 1,
      startAt: iso(row.start_at),
      endAt: iso(row.end_at),
      personId: row.person_id,
      station: row.station,
      placeId: row.place_id,
      binding: row.binding,
      withKey: row.with_key,
      does: row.does === null ? null : doesColumn.read(row.does),
      told: null,
    })),
  }
}

/**
 * When the newest plan has a task of some kind end, or null.
 * @param where of a pot or a line; `does` is the entry of its course that hands do
 */
export async function plannedEnd(
  db: Db,
  workspaceId: number,
  where: { potId?: number; orderLineId?: number; kind: string; does?: string },
): Promise<Date | null> {
  const query = db('plan_tasks')
    .where({ workspace_id: workspaceId, kind: where.kind })
    .where('plan_id', db('plans').where({ workspace_id: workspaceId }).max('id'))
  if (where.potId !== undefined) query.where({ pot_id: where.potId })
  if (where.orderLineId !== undefined) query.where({ order_line_id: where.orderLineId })
  if (where.does !== undefined) query.whereRaw(`JSON_VALUE(does, '$.what') = ?`, [where.does])
  const row = (await query.orderBy('end_at').first('end_at')) as { end_at: Date } | undefined
  return row?.end_at ?? null
}
