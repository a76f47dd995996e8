import type { Booked, Bottle, MovementKind, PartLeft, Ware } from '../../core/stock'
import { usableUntil } from '../../core/stock'
import { MS_PER_DAY } from '../../core/units'
import type { LotFields, NewLot } from '../../shared/schemas/stock'
import type { LotPiece, LotRow, MovementRow } from '../../shared/types/stock'
import { decimal, decimalOrNull, iso, isoOrNull, updateVersioned, type Db } from './rows'

interface LotColumns {
  id: number
  version: number
  resin_id: number | null
  part: 'a' | 'b' | null
  pigment_id: number | null
  material_id: number | null
  code: string
  unit: string
  size: string
  density: string | null
  price: string | null
  supplier: string
  bought_on: string | null
  opened_at: Date | null
  use_by: string | null
  keeps_days: number | null
  stands: string
  amount: string | null
}

/** What is there of both parts of a resin. */
export interface PartsLeft {
  a: PartLeft
  b: PartLeft
}

/** What is there of the parts of each resin, of which there ever was a bottle. */
export async function partsLeft(
  db: Db,
  workspaceId: number,
  resinId?: number,
): Promise<Map<number, PartsLeft>> {
  const query = db('stock_lots')
    .join('stock_movements', 'stock_movements.lot_id', 'stock_lots.id')
    .where('stock_lots.workspace_id', workspaceId)
    .whereNotNull('stock_lots.resin_id')
    .groupBy('stock_lots.resin_id', 'stock_lots.part', 'stock_lots.unit')
    .select(
      'stock_lots.resin_id as resinId',
      'stock_lots.part',
      'stock_lots.unit',
      db.raw('SUM(stock_movements.amount) AS amount'),
    )
  if (resinId !== undefined) query.where('stock_lots.resin_id', resinId)
  const rows = (await query) as {
    resinId: number
    part: 'a' | 'b'
    unit: string
    amount: string
  }[]
  const left = new Map<number, PartsLeft>()
  for (const row of rows) {
    const own = left.get(row.resinId) ?? {
      a: { massG: 0, volumeMl: 0 },
      b: { massG: 0, volumeMl: 0 },
    }
    left.set(row.resinId, own)
    own[row.part][row.unit === 'g' ? 'massG' : 'volumeMl'] += decimal(row.amount)
  }
  return left
}

const wareOf = (row: Pick<LotColumns, 'resin_id' | 'part' | 'pigment_id' | 'material_id'>): Ware =>
  row.resin_id !== null && row.part !== null
    ? { of: 'resin', id: row.resin_id, part: row.part }
    : row.pigment_id !== null
      ? { of: 'pigment', id: row.pigment_id }
      : { of: 'material', id: row.material_id ?? 0 }

const columnsOfWare = (ware: Ware) => ({
  resin_id: ware.of === 'resin' ? ware.id : null,
  part: ware.of === 'resin' ? ware.part : null,
  pigment_id: ware.of === 'pigment' ? ware.id : null,
  material_id: ware.of === 'material' ? ware.id : null,
})

const lotOf = (row: LotColumns): LotRow => ({
  id: row.id,
  version: row.version,
  ware: wareOf(row),
  code: row.code,
  unit: row.unit,
  size: decimal(row.size),
  density: decimalOrNull(row.density),
  price: row.price,
  supplier: row.supplier,
  boughtOn: row.bought_on,
  openedAt: isoOrNull(row.opened_at),
  useBy: row.use_by,
  keepsDays: row.keeps_days,
  stands: row.stands,
  left: decimal(row.amount ?? 0),
})

const lotsWithSums = (db: Db, workspaceId: number) =>
  db('stock_lots')
    .leftJoin('stock_movements', 'stock_movements.lot_id', 'stock_lots.id')
    .where('stock_lots.workspace_id', workspaceId)
    .groupBy('stock_lots.id')
    .orderBy('stock_lots.id')
    .select(
      'stock_lots.*',
      db.raw("DATE_FORMAT(stock_lots.bought_on, '%Y-%m-%d') AS bought_on"),
      db.raw("DATE_FORMAT(stock_lots.use_by, '%Y-%m-%d') AS use_by"),
      db.raw('SUM(stock_movements.amount) AS amount'),
    )

/** Less than this of a bottle is none, in its unit. */
const NOTHING = 0.0005

/** Every bottle that holds something, and those below nothing; those that are empty, too, if asked. */
export async function listLots(
  db: Db,
  workspaceId: number,
  { empty = false }: { empty?: boolean } = {},
): Promise<LotRow[]> {
  const query = lotsWithSums(db, workspaceId)
  if (!empty) query.havingRaw('ABS(SUM(stock_movements.amount)) >= ?', [NOTHING])
  return ((await query) as LotColumns[]).map(lotOf)
}

export async function getLot(db: Db, workspaceId: number, id: number): Promise<LotRow | null> {
  const row = (await lotsWithSums(db, workspaceId).where('stock_lots.id', id).first()) as
    LotColumns | undefined
  return row ? lotOf(row) : null
}

/**
 * Bottles by their keys, or all of some wares, held until the transaction ends, so that nobody draws
 * or counts them at once. What is in them is what has been written by now: an ordinary read would
 * show what was there when the transaction first read anything.
 */
export async function lockLots(
  db: Db,
  workspaceId: number,
  by: { ids: readonly number[] } | { wares: readonly Ware[] },
): Promise<LotRow[]> {
  const query = db('stock_lots').where({ workspace_id: workspaceId }).orderBy('id')
  if ('ids' in by) query.whereIn('id', [...by.ids])
  else
    query.where((any) => {
      any.whereRaw('FALSE')
      for (const ware of by.wares)
        any.orWhere((own) => {
          for (const [column, value] of Object.entries(columnsOfWare(ware)))
            if (value !== null) own.where(column, value)
        })
    })
  const ids = (await query.forUpdate().pluck('id')) as number[]
  if (ids.length === 0) return []
  const rows = (await lotsWithSums(db, workspaceId)
    .whereIn('stock_lots.id', ids)
    .forShare()) as LotColumns[]
  return rows.map(lotOf)
}

/** Holds a resin, so that no two begin its first bottle at once. */
export const lockResin = (db: Db, workspaceId: number, id: number): Promise<unknown> =>
  db('resins').where({ workspace_id: workspaceId, id }).forUpdate().select('id')

/** Those of these codes that stand on a bottle of the workshop already. */
export async function takenCodes(
  db: Db,
  workspaceId: number,
  codes: readonly string[],
): Promise<string[]> {
  return (await db('stock_lots')
    .where({ workspace_id: workspaceId })
    .whereIn('code', [...codes])
    .forShare()
    .pluck('code')) as string[]
}

/** A bottle as it is taken from; a day on its label lasts until it is over (UTC). */
export const bottleOf = (lot: LotRow): Bottle => ({
  id: lot.id,
  ware: lot.ware,
  unit: lot.unit,
  density: lot.density,
  left: lot.left,
  usableUntil: usableUntil(
    lot.useBy === null ? null : Date.parse(`${lot.useBy}T00:00:00Z`) + MS_PER_DAY,
    lot.openedAt === null ? null : Date.parse(lot.openedAt),
    lot.keepsDays,
  ),
  isOpen: lot.openedAt !== null,
})

const columnsOf = (fields: LotFields) => ({
  code: fields.code.trim(),
  size: fields.size,
  price: fields.price,
  supplier: fields.supplier.trim(),
  bought_on: fields.boughtOn,
  use_by: fields.useBy,
  keeps_days: fields.keepsDays,
  stands: fields.stands.trim(),
})

export async function insertLot(
  db: Db,
  workspaceId: number,
  {
    ware,
    ...fields
  }: NewLot & { unit: string; density: number | null; purchaseLineId?: number | null },
  now: Date,
): Promise<number> {
  const [id = 0] = await db('stock_lots').insert({
    workspace_id: workspaceId,
    updated_at: now,
    ...columnsOfWare(ware),
    ...columnsOf(fields),
    unit: fields.unit,
    density: fields.density,
    purchase_line_id: fields.purchaseLineId ?? null,
  })
  return id
}

export const updateLot = (
  db: Db,
  workspaceId: number,
  id: number,
  fields: LotFields & { version: number },
  now: Date,
): Promise<boolean> =>
  updateVersioned(
    db,
    'stock_lots',
    { workspaceId, id, version: fields.version },
    columnsOf(fields),
    now,
  )

/** Those of these bottles that are taken from for the first time are open from then on. */
export async function markOpened(
  db: Db,
  workspaceId: number,
  ids: readonly number[],
  at: Date,
): Promise<void> {
  await db('stock_lots')
    .where({ workspace_id: workspaceId })
    .whereIn('id', [...ids])
    .whereNull('opened_at')
    .update({ opened_at: at })
}

/** What is written into the ledger; amounts in the bottle's unit, below nothing what leaves it. */
export interface NewMovement {
  lotId: number
  kind: MovementKind
  amount: number
  at: Date
  toldAt: Date
  personId: number | null
  runId?: number | null
  orderLineId?: number | null
  cause?: string
  undoesId?: number | null
  note?: string
  key?: string | null
}

export async function addMovements(
  db: Db,
  workspaceId: number,
  movements: readonly NewMovement[],
): Promise<void> {
  if (movements.length === 0) return
  await db('stock_movements').insert(
    movements.map((one) => ({
      workspace_id: workspaceId,
      lot_id: one.lotId,
      kind: one.kind,
      amount: one.amount,
      at: one.at,
      told_at: one.toldAt,
      person_id: one.personId,
      run_id: one.runId ?? null,
      order_line_id: one.orderLineId ?? null,
      cause: one.cause ?? '',
      undoes_id: one.undoesId ?? null,
      note: one.note ?? '',
      client_key: one.key ?? null,
    })),
  )
}

/** What the ledger says was drawn by a run, or by what was told of the work on some lines. */
export async function bookedBy(
  db: Db,
  workspaceId: number,
  by: { runId: number } | { orderLineId: number },
): Promise<Booked[]> {
  const query = db('stock_movements')
    .join('stock_lots', 'stock_lots.id', 'stock_movements.lot_id')
    .leftJoin('stock_movements as undoing', 'undoing.undoes_id', 'stock_movements.id')
    .where('stock_movements.workspace_id', workspaceId)
    .where('stock_movements.kind', 'drawn')
    .whereNull('stock_movements.undoes_id')
    .orderBy('stock_movements.id')
    .select(
      'stock_movements.id',
      'stock_movements.cause',
      'stock_movements.amount',
      'stock_movements.lot_id',
      'undoing.id as undoing_id',
      'stock_lots.resin_id',
      'stock_lots.part',
      'stock_lots.pigment_id',
      'stock_lots.material_id',
    )
  if ('runId' in by) query.where('stock_movements.run_id', by.runId)
  else query.where('stock_movements.order_line_id', by.orderLineId)
  const rows = (await query) as (Pick<
    LotColumns,
    'resin_id' | 'part' | 'pigment_id' | 'material_id'
  > & {
    id: number
    cause: string
    amount: string
    lot_id: number
    undoing_id: number | null
  })[]
  return rows.map((row) => ({
    id: row.id,
    cause: row.cause,
    ware: wareOf(row),
    lotId: row.lot_id,
    amount: -decimal(row.amount),
    isUndone: row.undoing_id !== null,
  }))
}

interface MovementColumns {
  id: number
  lot_id: number
  kind: MovementKind
  amount: string
  at: Date
  person: string | null
  letter: string | null
  undoes_id: number | null
  undoing_id: number | null
  note: string
}

/** A page of the ledger, the newest first. */
export async function listMovements(
  db: Db,
  workspaceId: number,
  { lotId, before, limit }: { lotId: number | null; before: number | null; limit: number },
): Promise<MovementRow[]> {
  const query = db('stock_movements')
    .join('stock_lots', 'stock_lots.id', 'stock_movements.lot_id')
    .leftJoin('stock_movements as undoing', 'undoing.undoes_id', 'stock_movements.id')
    .leftJoin('people', 'people.id', 'stock_movements.person_id')
    .leftJoin('runs', 'runs.id', 'stock_movements.run_id')
    .leftJoin('pots', 'pots.id', 'runs.pot_id')
    .where('stock_movements.workspace_id', workspaceId)
    .orderBy('stock_movements.id', 'desc')
    .limit(limit)
    .select(
      'stock_movements.*',
      'stock_lots.code',
      'stock_lots.unit',
      'stock_lots.resin_id',
      'stock_lots.part',
      'stock_lots.pigment_id',
      'stock_lots.material_id',
      'people.name as person',
      'pots.letter',
      'undoing.id as undoing_id',
    )
  if (lotId !== null) query.where('stock_movements.lot_id', lotId)
  if (before !== null) query.where('stock_movements.id', '<', before)
  return ((await query) as (MovementColumns & LotColumns)[]).map((row) => ({
    id: row.id,
    lotId: row.lot_id,
    code: row.code,
    ware: wareOf(row),
    unit: row.unit,
    kind: row.kind,
    amount: decimal(row.amount),
    at: iso(row.at),
    by: row.person,
    pot: row.letter,
    note: row.note,
    undoes: row.undoes_id,
    isUndone: row.undoing_id !== null,
  }))
}

/** Those of these keys under which something was told already. */
export async function knownMovementKeys(
  db: Db,
  workspaceId: number,
  keys: readonly string[],
): Promise<ReadonlySet<string>> {
  return new Set(
    (await db('stock_movements')
      .where({ workspace_id: workspaceId })
      .whereIn('client_key', [...keys])
      .pluck('client_key')) as string[],
  )
}

/** A movement as it is taken back; held until the transaction ends, so that it is only once. */
export async function lockMovement(
  db: Db,
  workspaceId: number,
  id: number,
): Promise<{
  lotId: number
  kind: MovementKind
  amount: number
  isUndone: boolean
  isUndoing: boolean
  isOfWork: boolean
} | null> {
  await db('stock_movements').where({ workspace_id: workspaceId, id }).forUpdate().select('id')
  const row = (await db('stock_movements')
    .leftJoin('stock_movements as undoing', 'undoing.undoes_id', 'stock_movements.id')
    .where({ 'stock_movements.workspace_id': workspaceId, 'stock_movements.id': id })
    .select('stock_movements.*', 'undoing.id as undoing_id')
    .first()) as (MovementColumns & { cause: string }) | undefined
  return row
    ? {
        lotId: row.lot_id,
        kind: row.kind,
        amount: decimal(row.amount),
        isUndone: row.undoing_id !== null,
        isUndoing: row.undoes_id !== null,
        isOfWork: row.cause !== '',
      }
    : null
}

/** The pieces that something of a bottle went into, and was not given back. */
export const piecesOfLot = async (
  db: Db,
  workspaceId: number,
  lotId: number,
): Promise<LotPiece[]> =>
  (await db('piece_events')
    .join('pieces', 'pieces.id', 'piece_events.piece_id')
    .join('order_lines', 'order_lines.id', 'pieces.order_line_id')
    .join('recipes', 'recipes.id', 'order_lines.recipe_id')
    .where({ 'piece_events.workspace_id': workspaceId, 'piece_events.kind': 'poured' })
    .whereIn(
      'piece_events.run_id',
      db('stock_movements')
        .where({ workspace_id: workspaceId, lot_id: lotId })
        .whereNotNull('run_id')
        .groupBy('run_id')
        .havingRaw('SUM(amount) < 0')
        .select('run_id'),
    )
    .distinct('pieces.id as id', 'pieces.number as number', 'recipes.name as recipe')
    .orderBy('pieces.id')
    .limit(MOST_PIECES)) as LotPiece[]
const MOST_PIECES = 500

/** The bottles that a run took from, and has not given back to. */
export const lotsOfRun = async (
  db: Db,
  workspaceId: number,
  runId: number,
): Promise<{ lotId: number; code: string }[]> =>
  (await db('stock_movements')
    .join('stock_lots', 'stock_lots.id', 'stock_movements.lot_id')
    .where({ 'stock_movements.workspace_id': workspaceId, 'stock_movements.run_id': runId })
    .groupBy('stock_lots.id')
    .havingRaw('SUM(stock_movements.amount) < 0')
    .orderBy('stock_lots.id')
    .select('stock_lots.id as lotId', 'stock_lots.code as code')) as {
    lotId: number
    code: string
  }[]

/** The bottles of pigment from which other pots of the orders took that a run pours for. */
export async function coloursOfOrders(
  db: Db,
  workspaceId: number,
  runId: number,
): Promise<ReadonlySet<number>> {
  const ids = (await db('runs')
    .join('pot_portions as own', 'own.pot_id', 'runs.pot_id')
    .join('order_lines as asked', 'asked.id', 'own.order_line_id')
    .join('order_lines as beside', 'beside.order_id', 'asked.order_id')
    .join('pot_portions as other', 'other.order_line_id', 'beside.id')
    .join('runs as before', 'before.pot_id', 'other.pot_id')
    .join('stock_movements as movement', 'movement.run_id', 'before.id')
    .join('stock_lots as lot', 'lot.id', 'movement.lot_id')
    .where({ 'runs.workspace_id': workspaceId, 'runs.id': runId })
    .whereNotNull('lot.pigment_id')
    .distinct()
    .pluck('lot.id')) as number[]
  return new Set(ids)
}
