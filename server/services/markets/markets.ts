import { moneyText } from '../../../core/cost'
import type { MarketFields, MarketSale } from '../../../shared/schemas/markets'
import type { Market, MarketProductRow, MarketRow } from '../../../shared/types/markets'
import type { Order } from '../../../shared/types/orders'
import { database } from '../../db/database'
import * as rows from '../../db/markets'
import { getOrder, moveOn } from '../../db/orders'
import { listRecipes } from '../../db/recipes'
import type { Db } from '../../db/rows'
import { getWorkspace } from '../../db/workshop'
import { AppError } from '../AppError'
import { sellingOf } from '../quotes/selling'
import { tellOfOrder } from '../quotes/tellOfOrder'
import { found, inTurn, savedOrConflict } from '../transactions'
import type { Who } from '../Who'
import { productsOf } from './products'

const MOST_LISTED = 100

/** Every market day, the latest first. */
export async function listMarkets(who: Who): Promise<MarketRow[]> {
  const db = database()
  const { rules } = await getWorkspace(db, who.workspaceId)
  const money = (sum: string) => moneyText(sum, rules.currency)
  return (await rows.listMarketRows(db, who.workspaceId, MOST_LISTED)).map((row) => ({
    ...row,
    stallFee: money(row.stallFee),
    paid: row.paid === null ? null : money(row.paid),
  }))
}

async function marketOrder(db: Db, who: Who, orderId: number): Promise<Order> {
  const order = await getOrder(db, who.workspaceId, orderId)
  return found(order?.kind === 'market' ? order : null, 'market day')
}

/** A market day with the pieces that were thought of, sold or finished before. */
export async function readMarket(who: Who, orderId: number): Promise<Market> {
  const db = database()
  return marketOf(db, who, await marketOrder(db, who, orderId))
}

/** One more piece that may be made for it. */
export async function readProduct(
  who: Who,
  orderId: number,
  recipeId: number,
): Promise<MarketProductRow> {
  const db = database()
  const order = await marketOrder(db, who, orderId)
  const { products, why } = await productsOf(db, who, order, recipeId)
  const [product] = products
  if (!product && why) throw new AppError('invalid-input', `It cannot be costed: ${why}`)
  return found(product ?? null, 'recipe')
}

async function marketOf(db: Db, who: Who, order: Order): Promise<Market> {
  const { workspaceId } = who
  const [day, sales, { products }, { rules }] = await Promise.all([
    rows.getMarketDay(db, workspaceId, order.id),
    rows.listSales(db, workspaceId, [order.id]),
    productsOf(db, who, order),
    getWorkspace(db, workspaceId),
  ])
  const money = (sum: string) => moneyText(sum, rules.currency)
  const { version = 1, stallFee = '0', tablePieces = null, handsMin = null } = day ?? {}
  return {
    orderId: order.id,
    version,
    title: order.title,
    at: order.promisedAt,
    state: order.state,
    stallFee: money(stallFee),
    tablePieces,
    handsMin,
    leftPct: day?.leftPct ?? rows.LEFT_PCT,
    note: day?.note ?? '',
    toldAt: day?.toldAt ?? null,
    sales: sales.map(({ orderId: _of, at: _at, price, ...sale }) => ({
      ...sale,
      price: money(price),
    })),
    products,
    selling: sellingOf(rules),
    taxPct: rules.money?.taxPct ?? 0,
  }
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
