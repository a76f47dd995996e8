import type { MarketFields, MarketSale } from '../../../shared/schemas/markets'
import type { Market, MarketProductRow, MarketRow } from '../../../shared/types/markets'
import type { Order } from '../../../shared/types/orders'
import { database } from '../../db/database'
import * as rows from '../../db/markets'
import { getOrder, moveOn } from '../../db/orders'
import { piecesOfLines } from '../../db/spent'
import { listRecipes } from '../../db/recipes'
import { groupBy, type Db } from '../../db/rows'
import { getWorkspace } from '../../db/workshop'
import { AppError } from '../AppError'
import { costLines } from '../quotes/costedLines'
import { sellingOf } from '../quotes/selling'
import { tellOfOrder } from '../quotes/tellOfOrder'
import { found, inTurn, savedOrConflict } from '../transactions'
import type { Who } from '../Who'
import { finishedCounts } from './finished'

const MOST_LISTED = 100
/** What is not ordered is costed made so many at a time. */
const BATCH = 6
/** How long a casting takes its mould up where none was lifted yet, days. */
const STARTING_MOULD_DAYS = 2

/** Every market day, the latest first. */
export const listMarkets = (who: Who): Promise<MarketRow[]> =>
  rows.listMarketRows(database(), who.workspaceId, MOST_LISTED)

async function marketOrder(db: Db, who: Who, orderId: number): Promise<Order> {
  const order = await getOrder(db, who.workspaceId, orderId)
  return found(order?.kind === 'market' ? order : null, 'market day')
}

/** A market day with every piece that may be made for it. */
export async function readMarket(who: Who, orderId: number): Promise<Market> {
  const db = database()
  return marketOf(db, who, await marketOrder(db, who, orderId))
}

async function marketOf(db: Db, who: Who, order: Order): Promise<Market> {
  const { workspaceId } = who
  const [day, sales, products] = await Promise.all([
    rows.getMarketDay(db, workspaceId, order.id),
    rows.listSales(db, workspaceId, [order.id]),
    productsOf(db, who, order),
  ])
  const { version = 1, stallFee = '0', tablePieces = null, handsMin = null } = day ?? {}
  return {
    orderId: order.id,
    version,
    title: order.title,
    at: order.promisedAt,
    state: order.state,
    stallFee,
    tablePieces,
    handsMin,
    leftPct: day?.leftPct ?? rows.LEFT_PCT,
    note: day?.note ?? '',
    toldAt: day?.toldAt ?? null,
    sales: sales.map(({ orderId: _of, at: _at, ...sale }) => sale),
    ...products,
  }
}

async function productsOf(
  db: Db,
  who: Who,
  order: Order,
): Promise<Pick<Market, 'products' | 'selling' | 'taxPct'>> {
  const { workspaceId } = who
  const own = order.lines.filter(({ mends }) => !mends)
  const [recipes, guesses, sales, stock, mouldDays, made, shelf] = await Promise.all([
    listRecipes(db, workspaceId),
    rows.listGuesses(db, workspaceId, order.id),
    rows.listSales(db, workspaceId, null),
    finishedCounts(db, workspaceId, order.id),
    rows.mouldDaysByRecipe(db, workspaceId),
    piecesOfLines(
      db,
      workspaceId,
      own.map(({ id }) => id),
    ),
    rows.listFinished(db, workspaceId),
  ])
  const ordered = (recipeId: number) =>
    own.reduce((sum, line) => sum + (line.recipeId === recipeId ? line.quantity : 0), 0)
  const begun = (recipeId: number) =>
    own.reduce(
      (sum, { id, recipeId: of }) =>
        sum + (of === recipeId ? (made.find(({ lineId }) => lineId === id)?.poured ?? 0) : 0),
      0,
    )
  const open = recipes.filter(({ id, archived }) => !archived || ordered(id) > 0)
  // Each is costed at its number and at twice that: what lies between is what one more takes.
  const lineOf = (recipeId: number, times: number) => ({
    id: recipeId * times,
    recipeId,
    recipeVersion: null,
    quantity: times === 1 ? batchOf(recipeId) : 2 * batchOf(recipeId),
    mends: false,
  })
  const batchOf = (recipeId: number) => Math.max(BATCH, ordered(recipeId))
  const [one, two] = await Promise.all(
    [1, 2].map((times) =>
      costLines(db, workspaceId, { lines: open.map(({ id }) => lineOf(id, times)) }),
    ),
  )
  const costs = new Map(one?.lines.map((line) => [line.recipeId, line]))
  const twice = new Map(two?.lines.map((line) => [line.recipeId, line]))
  const past = groupBy(
    sales.filter(({ orderId }) => orderId !== order.id),
    ({ recipeId }) => recipeId,
  )
  const guessOf = new Map(guesses.map((guess) => [guess.recipeId, guess]))
  const products = open.flatMap(({ id, name, mouldId }): MarketProductRow[] => {
    const cost = costs.get(id)
    if (!cost) return []
    const more = (twice.get(id)?.handsMin ?? cost.handsMin * 2) - cost.handsMin
    return [
      {
        recipeId: id,
        name,
        costPerGood: cost.cost.costPerGood,
        pieceMin: more / batchOf(id),
        mouldId,
        mouldDays: mouldDays.get(id) ?? STARTING_MOULD_DAYS,
        stock: Math.max(0, stock.get(id) ?? 0),
        ordered: ordered(id),
        begun: begun(id),
        past: (past.get(id) ?? []).map(({ at, taken, sold, price }) => ({
          at,
          taken,
          sold,
          price,
        })),
        guess: guessOf.get(id) ?? null,
        shelfPrice: shelf.find(({ recipe_id }) => recipe_id === id)?.price ?? null,
      },
    ]
  })
  const { rules } = await getWorkspace(db, workspaceId)
  return { products, selling: sellingOf(rules), taxPct: rules.money?.taxPct ?? 0 }
}

/** What is thought of a market day and its pieces. */
export const saveMarket = (
  who: Who,
  orderId: number,
  fields: MarketFields & { version: number },
  now: Date,
): Promise<Market> =>
  inTurn(who.workspaceId, async (trx) => {
    const order = await marketOrder(trx, who, orderId)
    await requireRecipes(trx, who, fields.guesses)
    await rows.beginMarketDay(trx, who.workspaceId, orderId, now)
    const saved = await rows.saveMarketDay(trx, who.workspaceId, orderId, fields, now)
    if (saved) tellOfOrder(trx, who, orderId, 'market thought', now)
    return savedOrConflict(saved, await marketOf(trx, who, order), 'market day')
  })

/** How it went; then it is over. */
export const tellSales = (
  who: Who,
  orderId: number,
  told: { version: number; sales: readonly MarketSale[] },
  now: Date,
): Promise<Market> =>
  inTurn(who.workspaceId, async (trx) => {
    await marketOrder(trx, who, orderId)
    await requireRecipes(trx, who, told.sales)
    await rows.beginMarketDay(trx, who.workspaceId, orderId, now)
    const saved = await rows.saveSales(
      trx,
      who.workspaceId,
      orderId,
      { ...told, personId: who.personId },
      now,
    )
    if (saved) {
      tellOfOrder(trx, who, orderId, 'market told', now)
      await moveOn(trx, who.workspaceId, orderId, OVER, now)
    }
    return savedOrConflict(
      saved,
      await marketOf(trx, who, await marketOrder(trx, who, orderId)),
      'market day',
    )
  })
const OVER = { from: ['asked', 'accepted', 'making', 'ready'], to: 'delivered' } as const

async function requireRecipes(
  db: Db,
  who: Who,
  wanted: readonly { recipeId: number }[],
): Promise<void> {
  const known = new Set((await listRecipes(db, who.workspaceId)).map(({ id }) => id))
  if (wanted.some(({ recipeId }) => !known.has(recipeId)))
    throw new AppError('invalid-input', 'One of these recipes does not exist.')
}
