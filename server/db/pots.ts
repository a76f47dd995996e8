import type { Pot, PotState } from '../../shared/types'
import { decimal, isoOrNull, type Db } from './rows'

interface PotColumns {
  id: number
  letter: string
  tint: string
  order_id: number
  order_title: string
  order_line_id: number
  recipe_id: number
  recipe_name: string
  layer_id: number
  layer_name: string
  resin_id: number
  first_piece: number
  pieces: number
  need_ml: string
  state: PotState
  run_id: number | null
  start_at: Date | null
  person_id: number | null
}

const potOf = (row: PotColumns): Pot => ({
  id: row.id,
  letter: row.letter,
  tint: row.tint,
  orderId: row.order_id,
  orderTitle: row.order_title,
  orderLineId: row.order_line_id,
  recipeId: row.recipe_id,
  recipeName: row.recipe_name,
  layerId: row.layer_id,
  layerName: row.layer_name,
  resinId: row.resin_id,
  firstPiece: row.first_piece,
  pieces: row.pieces,
  needMl: decimal(row.need_ml),
  state: row.state,
  runId: row.run_id,
  startAt: isoOrNull(row.start_at),
  personId: row.person_id,
})

function potsQuery(db: Db, workspaceId: number) {
  const newestPlan = db('plans').where({ workspace_id: workspaceId }).max('id')
  return db('pots')
    .join('order_lines', 'order_lines.id', 'pots.order_line_id')
    .join('orders', 'orders.id', 'order_lines.order_id')
    .join('recipe_layers', 'recipe_layers.id', 'pots.layer_id')
    .join('recipes', 'recipes.id', 'recipe_layers.recipe_id')
    .leftJoin('plan_tasks', (on) => on.on('plan_tasks.pot_id', 'pots.id').andOnVal('plan_tasks.kind', 'mix').andOn('plan_tasks.plan_id', db.raw('?', [newestPlan])))
    .where('pots.workspace_id', workspaceId)
    .select(
      'pots.*', 'orders.id as order_id', 'orders.title as order_title', 'recipe_layers.name as layer_name', 'recipes.id as recipe_id',
      'recipes.name as recipe_name', 'plan_tasks.start_at', 'plan_tasks.person_id',
      db('runs').whereRaw('runs.pot_id = pots.id').max('id').as('run_id'),
    )
}

/** Pots still to be mixed or being mixed, in the order of the current plan. */
export async function listOpenPots(db: Db, workspaceId: number): Promise<Pot[]> {
  const rows = (await potsQuery(db, workspaceId).whereIn('pots.state', ['planned', 'mixing']).whereNotIn('orders.state', ['declined', 'delivered']).orderByRaw('plan_tasks.start_at IS NULL, plan_tasks.start_at, pots.id')) as PotColumns[]
  return rows.map(potOf)
}

export async function getPot(db: Db, workspaceId: number, id: number): Promise<Pot | null> {
  const row = (await potsQuery(db, workspaceId).where('pots.id', id).first()) as PotColumns | undefined
  return row ? potOf(row) : null
}

/** Holds a pot's row until the transaction ends, so that of two who begin it one waits for the other. */
export async function lockPot(db: Db, workspaceId: number, id: number): Promise<void> {
  await db('pots').where({ workspace_id: workspaceId, id }).forUpdate().first('id')
}

export interface PotOfLine {
  id: number
  orderLineId: number
  layerId: number
  partNo: number
  firstPiece: number
  pieces: number
  needMl: number
  state: PotState
  letter: string
  /** When its last pour ended, from the log. */
  pouredAt: Date | null
}

export async function listPotsOfLines(db: Db, workspaceId: number, lineIds: readonly number[]): Promise<PotOfLine[]> {
  const rows = (await db('pots')
    .where('pots.workspace_id', workspaceId)
    .whereIn('pots.order_line_id', [...lineIds])
    .orderBy('pots.id')
    .select('pots.*', db('runs').join('run_events', 'run_events.run_id', 'runs.id').whereRaw('runs.pot_id = pots.id').where('run_events.kind', 'pourEnded').max('run_events.at').as('poured_at'))) as {
    id: number; order_line_id: number; layer_id: number; part_no: number; first_piece: number; pieces: number; need_ml: string; state: PotState; letter: string; poured_at: Date | null
  }[]
  return rows.map((row) => ({
    id: row.id, orderLineId: row.order_line_id, layerId: row.layer_id, partNo: row.part_no, firstPiece: row.first_piece, pieces: row.pieces,
    needMl: decimal(row.need_ml), state: row.state, letter: row.letter, pouredAt: row.poured_at,
  }))
}

export interface NewPot {
  orderLineId: number
  layerId: number
  resinId: number
  partNo: number
  firstPiece: number
  pieces: number
  needMl: number
  letter: string
  tint: string
}

export async function removePlannedPots(db: Db, workspaceId: number, ids: readonly number[]): Promise<void> {
  if (ids.length > 0) await db('pots').where({ workspace_id: workspaceId, state: 'planned' }).whereIn('id', [...ids]).delete()
}

export async function insertPots(db: Db, workspaceId: number, pots: readonly NewPot[], now: Date): Promise<void> {
  if (pots.length === 0) return
  await db('pots').insert(
    pots.map((pot) => ({
      workspace_id: workspaceId, letter: pot.letter, tint: pot.tint, order_line_id: pot.orderLineId, layer_id: pot.layerId, resin_id: pot.resinId,
      part_no: pot.partNo, first_piece: pot.firstPiece, pieces: pot.pieces, need_ml: pot.needMl, updated_at: now,
    })),
  )
}

export async function updatePot(db: Db, workspaceId: number, id: number, changes: { needMl?: number; tint?: string; state?: PotState }, now: Date): Promise<void> {
  await db('pots').where({ workspace_id: workspaceId, id }).update({
    ...(changes.needMl !== undefined && { need_ml: changes.needMl }),
    ...(changes.tint !== undefined && { tint: changes.tint }),
    ...(changes.state !== undefined && { state: changes.state }),
    updated_at: now,
  })
}

export async function lettersInUse(db: Db, workspaceId: number): Promise<Set<string>> {
  const rows = (await db('pots').where({ workspace_id: workspaceId }).whereIn('state', ['planned', 'mixing']).select('letter')) as { letter: string }[]
  return new Set(rows.map((row) => row.letter))
}
