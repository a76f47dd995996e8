import type { Pot, PotState } from '../../shared/types/pots'
import { decimal, groupBy, isoOrNull, type Db } from './rows'

/** A portion of a pot as it is stored: the layer by its key. */
export interface StoredPortion {
  lineId: number
  recipeId: number
  recipeVersion: number | null
  orderId: number
  orderTitle: string
  ownerId: number | null
  layerId: number
  firstPiece: number
  pieces: number
  pouredMl: number
}

export interface StoredPot extends Omit<Pot, 'portions'> {
  /** When its last pour ended, from the log. */
  pouredAt: Date | null
  portions: StoredPortion[]
}

interface PotColumns {
  id: number
  version: number
  letter: string
  tint: string
  resin_id: number
  need_ml: string
  state: PotState
  gathered: number
  run_id: number | null
  start_at: Date | null
  person_id: number | null
  poured_at: Date | null
}

interface PortionColumns {
  pot_id: number
  order_line_id: number
  recipe_id: number
  recipe_version: number | null
  order_id: number
  order_title: string
  owner_id: number | null
  layer_id: number
  first_piece: number
  pieces: number
  poured_ml: string
}

const portionOf = (row: PortionColumns): StoredPortion => ({
  lineId: row.order_line_id,
  recipeId: row.recipe_id,
  recipeVersion: row.recipe_version,
  orderId: row.order_id,
  orderTitle: row.order_title,
  ownerId: row.owner_id,
  layerId: row.layer_id,
  firstPiece: row.first_piece,
  pieces: row.pieces,
  pouredMl: decimal(row.poured_ml),
})

function potsQuery(db: Db, workspaceId: number) {
  const newestPlan = db('plans').where({ workspace_id: workspaceId }).max('id')
  const runs = () => db('runs').whereRaw('runs.pot_id = pots.id')
  return db('pots')
    .leftJoin('plan_tasks', (on) =>
      on
        .on('plan_tasks.pot_id', 'pots.id')
        .andOnVal('plan_tasks.kind', 'mix')
        .andOn('plan_tasks.plan_id', db.raw('?', [newestPlan])),
    )
    .where('pots.workspace_id', workspaceId)
    .select(
      'pots.*',
      'plan_tasks.start_at',
      'plan_tasks.person_id',
      runs().max('id').as('run_id'),
      runs()
        .join('run_events', 'run_events.run_id', 'runs.id')
        .where('run_events.kind', 'pourEnded')
        .max('run_events.at')
        .as('poured_at'),
    )
}

async function withPortions(
  db: Db,
  workspaceId: number,
  rows: readonly PotColumns[],
): Promise<StoredPot[]> {
  const portions = (await db('pot_portions')
    .join('order_lines', 'order_lines.id', 'pot_portions.order_line_id')
    .join('orders', 'orders.id', 'order_lines.order_id')
    .where('pot_portions.workspace_id', workspaceId)
    .whereIn(
      'pot_portions.pot_id',
      rows.map((row) => row.id),
    )
    .orderBy('pot_portions.id')
    .select(
      'pot_portions.*',
      'order_lines.recipe_id',
      'order_lines.recipe_version',
      'orders.id as order_id',
      'orders.title as order_title',
      'orders.owner_id',
    )) as PortionColumns[]
  const portionsOf = groupBy(portions, (row) => row.pot_id)
  return rows.map((row) => ({
    id: row.id,
    version: row.version,
    letter: row.letter,
    tint: row.tint,
    resinId: row.resin_id,
    needMl: decimal(row.need_ml),
    state: row.state,
    gathered: row.gathered === 1,
    runId: row.run_id,
    startAt: isoOrNull(row.start_at),
    personId: row.person_id,
    pouredAt: row.poured_at,
    portions: (portionsOf.get(row.id) ?? []).map(portionOf),
  }))
}

/**
 * Pots still to be mixed or being mixed for orders that still stand, in the order of the current
 * plan.
 */
export async function listOpenPots(db: Db, workspaceId: number): Promise<StoredPot[]> {
  const wanted = db('pot_portions')
    .join('order_lines', 'order_lines.id', 'pot_portions.order_line_id')
    .join('orders', 'orders.id', 'order_lines.order_id')
    .whereRaw('pot_portions.pot_id = pots.id')
    .whereNotIn('orders.state', ['declined', 'delivered'])
    .select(db.raw('1'))
  const rows = (await potsQuery(db, workspaceId)
    .whereIn('pots.state', ['planned', 'mixing'])
    .whereExists(wanted)
    .orderByRaw('plan_tasks.start_at IS NULL, plan_tasks.start_at, pots.id')) as PotColumns[]
  return withPortions(db, workspaceId, rows)
}

export async function getPot(db: Db, workspaceId: number, id: number): Promise<StoredPot | null> {
  const [pot] = await withPortions(
    db,
    workspaceId,
    (await potsQuery(db, workspaceId).where('pots.id', id)) as PotColumns[],
  )
  return pot ?? null
}

/** Every pot that serves one of these lines, begun or not, with all its portions. */
export async function listPotsOfLines(
  db: Db,
  workspaceId: number,
  lineIds: readonly number[],
): Promise<StoredPot[]> {
  const serving = db('pot_portions')
    .where({ workspace_id: workspaceId })
    .whereIn('order_line_id', [...lineIds])
    .select('pot_id')
  return withPortions(
    db,
    workspaceId,
    (await potsQuery(db, workspaceId)
      .whereIn('pots.id', serving)
      .orderBy('pots.id')) as PotColumns[],
  )
}

export interface PotFields {
  letter: string
  tint: string
  resinId: number
  needMl: number
  gathered: boolean
  portions: readonly Pick<
    StoredPortion,
    'lineId' | 'layerId' | 'firstPiece' | 'pieces' | 'pouredMl'
  >[]
}

export async function removePlannedPots(
  db: Db,
  workspaceId: number,
  ids: readonly number[],
): Promise<void> {
  if (ids.length > 0)
    await db('pots')
      .where({ workspace_id: workspaceId, state: 'planned' })
      .whereIn('id', [...ids])
      .delete()
}

/**
 * Takes the portions of removed layers or lines out of planned pots, but for lines that were begun;
 * a pot without any goes.
 */
export async function removePlannedPortions(
  db: Db,
  workspaceId: number,
  where: { column: 'layer_id' | 'order_line_id'; keys: readonly number[] },
): Promise<void> {
  const planned = db('pots').where({ workspace_id: workspaceId, state: 'planned' }).select('id')
  const notBegun = db('order_lines')
    .where({ workspace_id: workspaceId })
    .whereNull('recipe_version')
    .select('id')
  await db('pot_portions')
    .where({ workspace_id: workspaceId })
    .whereIn(where.column, [...where.keys])
    .whereIn('pot_id', planned)
    .whereIn('order_line_id', notBegun)
    .delete()
  await db('pots')
    .where({ workspace_id: workspaceId, state: 'planned' })
    .whereNotExists(
      db('pot_portions').whereRaw('pot_portions.pot_id = pots.id').select(db.raw('1')),
    )
    .delete()
}

const potColumns = (pot: PotFields, now: Date) => ({
  letter: pot.letter,
  tint: pot.tint,
  resin_id: pot.resinId,
  need_ml: pot.needMl,
  gathered: pot.gathered,
  updated_at: now,
})

async function insertPortions(
  db: Db,
  workspaceId: number,
  potId: number,
  portions: PotFields['portions'],
): Promise<void> {
  await db('pot_portions').insert(
    portions.map((portion) => ({
      workspace_id: workspaceId,
      pot_id: potId,
      order_line_id: portion.lineId,
      layer_id: portion.layerId,
      first_piece: portion.firstPiece,
      pieces: portion.pieces,
      poured_ml: portion.pouredMl,
    })),
  )
}

export async function insertPots(
  db: Db,
  workspaceId: number,
  pots: readonly PotFields[],
  now: Date,
): Promise<void> {
  for (const pot of pots) {
    const [id = 0] = await db('pots').insert({ workspace_id: workspaceId, ...potColumns(pot, now) })
    await insertPortions(db, workspaceId, id, pot.portions)
  }
}

/** Gives a planned pot other contents. */
export async function refillPot(
  db: Db,
  workspaceId: number,
  id: number,
  pot: PotFields,
  now: Date,
): Promise<void> {
  await db('pots')
    .where({ workspace_id: workspaceId, id, state: 'planned' })
    .update({ ...potColumns(pot, now), version: db.raw('version + 1') })
  await db('pot_portions').where({ workspace_id: workspaceId, pot_id: id }).delete()
  await insertPortions(db, workspaceId, id, pot.portions)
}

export async function setPotState(
  db: Db,
  workspaceId: number,
  id: number,
  state: PotState,
  now: Date,
): Promise<void> {
  await db('pots')
    .where({ workspace_id: workspaceId, id })
    .update({ state, updated_at: now, version: db.raw('version + 1') })
}

/** Letters of pots still to be poured, and of those that pieces on the racks were poured from last. */
export async function lettersInUse(db: Db, workspaceId: number): Promise<Set<string>> {
  const open = (await db('pots')
    .where({ workspace_id: workspaceId })
    .whereIn('state', ['planned', 'mixing'])
    .pluck('letter')) as string[]
  const later = db('piece_events as later')
    .whereRaw('later.piece_id = pieces.id')
    .where('later.kind', 'poured')
    .whereRaw('(later.at, later.id) > (pour.at, pour.id)')
    .select(db.raw('1'))
  const lying = (await db('pieces')
    .join('piece_events as pour', 'pour.piece_id', 'pieces.id')
    .join('runs', 'runs.id', 'pour.run_id')
    .join('pots', 'pots.id', 'runs.pot_id')
    .where('pieces.workspace_id', workspaceId)
    .whereIn('pieces.state', ['curing', 'demoulded', 'rework'])
    .where('pour.kind', 'poured')
    .whereNotExists(later)
    .distinct()
    .pluck('pots.letter')) as string[]
  return new Set([...open, ...lying])
}

/** Which of these pots there still are. */
export async function existingPots(
  db: Db,
  workspaceId: number,
  ids: readonly number[],
): Promise<ReadonlySet<number>> {
  const there = (await db('pots')
    .where({ workspace_id: workspaceId })
    .whereIn('id', [...ids])
    .select('id')) as { id: number }[]
  return new Set(there.map((row) => row.id))
}

/** The letters of these pots, also of those poured already. */
export async function potLetters(
  db: Db,
  workspaceId: number,
  ids: readonly number[],
): Promise<ReadonlyMap<number, string>> {
  const rows = (await db('pots')
    .where({ workspace_id: workspaceId })
    .whereIn('id', [...new Set(ids)])
    .select('id', 'letter')) as { id: number; letter: string }[]
  return new Map(rows.map((row) => [row.id, row.letter]))
}
