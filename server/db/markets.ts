import type { MarketFields, MarketGuess, MarketSale } from '../../shared/schemas/markets'
import type { OrderState } from '../../shared/schemas/orders'
import type { MarketRow } from '../../shared/types/markets'
import { decimal, iso, isoOrNull, updateVersioned, type Db } from './rows'

/** What is thought of a market day beside its pieces. */
export type MarketDay = Omit<MarketFields, 'guesses'> & { version: number; toldAt: string | null }

interface DayColumns {
  version: number
  stall_fee: string
  table_pieces: number | null
  hands_min: number | null
  left_pct: number
  note: string
  told_at: Date | null
}

export async function getMarketDay(
  db: Db,
  workspaceId: number,
  orderId: number,
): Promise<MarketDay | null> {
  const row = (await db('market_days')
    .where({ workspace_id: workspaceId, order_id: orderId })
    .first()) as DayColumns | undefined
  return row
    ? {
        version: row.version,
        stallFee: row.stall_fee,
        tablePieces: row.table_pieces,
        handsMin: row.hands_min,
        leftPct: row.left_pct,
        note: row.note,
        toldAt: isoOrNull(row.told_at),
      }
    : null
}

/** What comes home is worth so much of what it cost, as long as nobody says otherwise. */
export const LEFT_PCT = 70

/** The day of a market order, begun where nobody has thought of it yet. */
export async function beginMarketDay(
  db: Db,
  workspaceId: number,
  orderId: number,
  now: Date,
): Promise<void> {
  await db('market_days')
    .insert({
      workspace_id: workspaceId,
      order_id: orderId,
      left_pct: LEFT_PCT,
      updated_at: now,
    })
    .onConflict()
    .ignore()
}

const keyOfDay = async (db: Db, workspaceId: number, orderId: number): Promise<number> =>
  (
    (await db('market_days')
      .where({ workspace_id: workspaceId, order_id: orderId })
      .first('id')) as { id: number }
  ).id

export async function saveMarketDay(
  db: Db,
  workspaceId: number,
  orderId: number,
  { version, guesses, ...fields }: MarketFields & { version: number },
  now: Date,
): Promise<boolean> {
  const saved = await updateVersioned(
    db,
    'market_days',
    { workspaceId, id: await keyOfDay(db, workspaceId, orderId), version },
    {
      stall_fee: fields.stallFee,
      table_pieces: fields.tablePieces,
      hands_min: fields.handsMin,
      left_pct: fields.leftPct,
      note: fields.note.trim(),
    },
    now,
  )
  if (!saved) return false
  const own = { workspace_id: workspaceId, order_id: orderId }
  await db('market_guesses').where(own).delete()
  if (guesses.length > 0)
    await db('market_guesses').insert(
      guesses.map(({ recipeId, byPast, ...guess }) => ({
        ...own,
        recipe_id: recipeId,
        by_past: byPast,
        ...guess,
      })),
    )
  return true
}

export async function listGuesses(
  db: Db,
  workspaceId: number,
  orderId: number,
): Promise<MarketGuess[]> {
  const rows = (await db('market_guesses')
    .where({ workspace_id: workspaceId, order_id: orderId })
    .orderBy('id')) as {
    recipe_id: number
    price: string
    few: string
    likely: string
    many: string
    most: number
    by_past: 0 | 1
  }[]
  return rows.map((row) => ({
    recipeId: row.recipe_id,
    price: row.price,
    few: decimal(row.few),
    likely: decimal(row.likely),
    many: decimal(row.many),
    most: row.most,
    byPast: row.by_past === 1,
  }))
}

/** Writes how a market day went, in place of what was told before. */
export async function saveSales(
  db: Db,
  workspaceId: number,
  orderId: number,
  { version, sales, personId }: { version: number; sales: readonly MarketSale[]; personId: number },
  now: Date,
): Promise<boolean> {
  const saved = await updateVersioned(
    db,
    'market_days',
    { workspaceId, id: await keyOfDay(db, workspaceId, orderId), version },
    { told_at: now },
    now,
  )
  if (!saved) return false
  const own = { workspace_id: workspaceId, order_id: orderId }
  await db('market_sales').where(own).delete()
  const told = sales.filter(({ taken }) => taken > 0)
  if (told.length > 0)
    await db('market_sales').insert(
      told.map(({ recipeId, taken, sold, given, price }) => ({
        ...own,
        recipe_id: recipeId,
        taken,
        sold,
        given,
        price,
        person_id: personId,
      })),
    )
  return true
}

/** A sale with its day. */
export type StoredSale = MarketSale & { orderId: number; at: string }

/** How markets went: those of some orders, or all of them, the latest first. */
export async function listSales(
  db: Db,
  workspaceId: number,
  orderIds: readonly number[] | null,
): Promise<StoredSale[]> {
  const query = db('market_sales')
    .join('orders', 'orders.id', 'market_sales.order_id')
    .where('market_sales.workspace_id', workspaceId)
    .orderBy(['orders.promised_at', 'market_sales.id'])
    .select('market_sales.*', 'orders.promised_at as at')
  if (orderIds) query.whereIn('market_sales.order_id', [...orderIds])
  const rows = (await query) as {
    order_id: number
    recipe_id: number
    taken: number
    sold: number
    given: number
    price: string
    at: Date
  }[]
  return rows.map((row) => ({
    orderId: row.order_id,
    recipeId: row.recipe_id,
    taken: row.taken,
    sold: row.sold,
    given: row.given,
    price: row.price,
    at: iso(row.at),
  }))
}

/** Every market day, the latest first. */
export async function listMarketRows(
  db: Db,
  workspaceId: number,
  limit: number,
): Promise<MarketRow[]> {
  const rows = (await db('orders')
    .leftJoin('market_days', 'market_days.order_id', 'orders.id')
    .leftJoin('market_sales', 'market_sales.order_id', 'orders.id')
    .where({ 'orders.workspace_id': workspaceId, 'orders.kind': 'market' })
    .groupBy('orders.id', 'market_days.id')
    .orderBy('orders.promised_at', 'desc')
    .limit(limit)
    .select(
      'orders.id as orderId',
      'orders.title',
      'orders.promised_at as at',
      'orders.state',
      'market_days.stall_fee as stallFee',
      db.raw('SUM(market_sales.taken) AS taken'),
      db.raw('SUM(market_sales.sold) AS sold'),
      db.raw('SUM(market_sales.given) AS given'),
      db.raw('SUM(market_sales.sold * market_sales.price) AS paid'),
    )) as {
    orderId: number
    title: string
    at: Date
    state: OrderState
    stallFee: string | null
    taken: string | null
    sold: string | null
    given: string | null
    paid: string | null
  }[]
  const count = (text: string | null) => (text === null ? null : Number(text))
  return rows.map((row) => ({
    ...row,
    at: iso(row.at),
    stallFee: row.stallFee ?? '0',
    taken: count(row.taken),
    sold: count(row.sold),
    given: count(row.given),
  }))
}

/**
 * How many good pieces of each recipe are nobody's: those that came out of market days, and of what
 * the workshop made for customers the spares that came out too.
 * @param without those of this order
 */
export async function finishedPieces(
  db: Db,
  workspaceId: number,
  without: number | null,
): Promise<ReadonlyMap<number, number>> {
  const query = db('pieces')
    .join('order_lines', 'order_lines.id', 'pieces.order_line_id')
    .join('orders', 'orders.id', 'order_lines.order_id')
    .where('pieces.workspace_id', workspaceId)
    .where((own) =>
      own
        .where('orders.kind', 'market')
        .orWhere((spare) => spare.where('order_lines.spares', '>', 0).whereNull('orders.owner_id')),
    )
    .whereIn('pieces.state', ['good', 'second'])
    .whereNull('pieces.mends_id')
    .groupBy('order_lines.id', 'orders.kind')
    .select(
      'order_lines.recipe_id as recipeId',
      db.raw("IF(orders.kind = 'market', 0, order_lines.quantity - order_lines.spares) AS asked"),
      db.raw('COUNT(*) AS count'),
    )
  if (without !== null) query.whereNot('orders.id', without)
  const rows = (await query) as { recipeId: number; asked: number; count: number }[]
  const counts = new Map<number, number>()
  for (const { recipeId, asked, count } of rows)
    counts.set(recipeId, (counts.get(recipeId) ?? 0) + Math.max(0, Number(count) - Number(asked)))
  return counts
}

/** How long a casting took its mould up, by recipe, days, over all that were lifted. */
export async function mouldDaysByRecipe(
  db: Db,
  workspaceId: number,
): Promise<ReadonlyMap<number, number>> {
  const when = (kind: string, which: 'MIN' | 'MAX') =>
    `(SELECT ${which}(at) FROM piece_events WHERE piece_events.piece_id = pieces.id AND piece_events.kind = '${kind}')`
  const rows = (await db('pieces')
    .join('order_lines', 'order_lines.id', 'pieces.order_line_id')
    .where('pieces.workspace_id', workspaceId)
    .whereIn('pieces.state', ['demoulded', 'good', 'second'])
    .groupBy('order_lines.recipe_id')
    .select(
      'order_lines.recipe_id as recipeId',
      db.raw(
        `AVG(TIMESTAMPDIFF(SECOND, ${when('poured', 'MIN')}, ${when('demoulded', 'MAX')})) / 86400 AS days`,
      ),
    )) as { recipeId: number; days: string | null }[]
  return new Map(
    rows.flatMap(({ recipeId, days }) => (days === null ? [] : [[recipeId, decimal(days)]])),
  )
}

interface FinishedColumns {
  recipe_id: number
  version: number
  stands: string
  price: string | null
}

/** Where finished pieces stand and what is asked for them, by recipe. */
export async function listFinished(db: Db, workspaceId: number): Promise<FinishedColumns[]> {
  return (await db('finished_stock').where({ workspace_id: workspaceId })) as FinishedColumns[]
}

/** @returns false when somebody else saved in between */
export async function saveFinished(
  db: Db,
  workspaceId: number,
  recipeId: number,
  fields: { version: number; stands: string; price: string | null },
  now: Date,
): Promise<boolean> {
  const columns = { stands: fields.stands.trim(), price: fields.price }
  if (fields.version === 0) {
    const ids = (await db('finished_stock')
      .insert({ workspace_id: workspaceId, recipe_id: recipeId, ...columns, updated_at: now })
      .onConflict()
      .ignore()) as number[]
    return (ids[0] ?? 0) > 0
  }
  const row = (await db('finished_stock')
    .where({ workspace_id: workspaceId, recipe_id: recipeId })
    .first('id')) as { id: number } | undefined
  return row
    ? updateVersioned(
        db,
        'finished_stock',
        { workspaceId, id: row.id, version: fields.version },
        columns,
        now,
      )
    : false
}
