import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import { listFinished, saveFinished } from '../../server/services/markets/finished'
import {
  listMarkets,
  readMarket,
  readProduct,
  saveMarket,
  tellSales,
} from '../../server/services/markets/markets'
import { createOrder, getOrder } from '../../server/services/orders/orders'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin, listResins } from '../../server/services/resins/resins'
import type { Who } from '../../server/services/Who'
import type { MarketFields, MarketSale } from '../../shared/schemas/markets'
import type { Order } from '../../shared/types/orders'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, refusal } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
let knex: Knex
let manager: Who
let stranger: Who
let recipeId: number
let market: Order

const thought = (changes: Partial<MarketFields> = {}): MarketFields => ({
  stallFee: '35.00',
  tablePieces: 40,
  handsMin: 600,
  leftPct: 60,
  note: '',
  guesses: [{ recipeId, price: '24.00', few: 2, likely: 5, many: 9, most: 12, byPast: true }],
  ...changes,
})
const sale = (changes: Partial<MarketSale> = {}): MarketSale => ({
  recipeId,
  taken: 4,
  sold: 3,
  given: 1,
  price: '22.50',
  ...changes,
})
const takeMarket = (promisedAt: string) =>
  createOrder(
    manager,
    { ...anOrderFor(recipeId, 4), kind: 'market', customer: '', promisedAt },
    now,
  )
const productOf = async (order: Order) =>
  (await readMarket(manager, order.id)).products.find((row) => row.recipeId === recipeId)!
/** Pieces of an order that came out good, as if they had been poured and judged. */
const finish = async (order: Order, pieces: number) => {
  const [line] = order.lines
  await knex('pieces').insert(
    Array.from({ length: pieces }, (_, i) => ({
      workspace_id: manager.workspaceId,
      order_line_id: line!.id,
      number: i + 1,
      state: 'good',
      updated_at: now,
    })),
  )
}

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager } = await aWorkshop(knex))
  ;({ manager: stranger } = await aWorkshop(knex, 'Another yard'))
  const resin = await createResin(manager, RESINS[0]!, now)
  recipeId = (await createRecipe(manager, aDisc(resin.id), now)).id
})
beforeEach(async () => {
  for (const table of ['market_sales', 'market_days', 'pieces'])
    await knex(table).where({ workspace_id: manager.workspaceId }).delete()
  market = await takeMarket('2026-03-20T08:00:00.000Z')
})
afterAll(leaveDatabase)

describe('what is thought of a market day', () => {
  test('is kept, and whoever saves an older version is told', async () => {
    const { version } = await readMarket(manager, market.id)
    const saved = await saveMarket(manager, market.id, { ...thought(), version }, now)
    expect(saved).toMatchObject({ handsMin: 600, leftPct: 60, tablePieces: 40 })
    expect((await productOf(market)).guess).toMatchObject({ likely: 5, most: 12 })
    const refused = await refusal(
      saveMarket(manager, market.id, { ...thought({ note: 'mine' }), version }, now),
    )
    expect(refused?.code).toBe('conflict')
  })
  test('says what a piece costs and takes, what is ordered and begun', async () => {
    const product = await productOf(market)
    expect(product).toMatchObject({ ordered: 4, begun: 0, stock: 0, past: [], guess: null })
    expect(Number(product.costPerGood)).toBeGreaterThan(0)
    expect(product.pieceMin).toBeGreaterThan(0)
  })
  test('a commission is no market day, and another workshop’s is none', async () => {
    const commission = await createOrder(manager, anOrderFor(recipeId, 1), now)
    expect((await refusal(readMarket(manager, commission.id)))?.code).toBe('unknown')
    expect((await refusal(readMarket(stranger, market.id)))?.code).toBe('unknown')
  })
  test('holds the pieces that are known; any other is asked for by itself', async () => {
    const [resin] = await listResins(manager)
    const other = (await createRecipe(manager, { ...aDisc(resin!.id), name: 'Rarely made' }, now))
      .id
    const { products } = await readMarket(manager, market.id)
    expect(products.map(({ recipeId: id }) => id)).toEqual([recipeId])
    const row = await readProduct(manager, market.id, other)
    expect(row).toMatchObject({ recipeId: other, name: 'Rarely made', ordered: 0, guess: null })
    expect(row.pieceMin).toBeGreaterThan(0)
    expect((await refusal(readProduct(stranger, market.id, other)))?.code).toBe('unknown')
    expect((await refusal(readProduct(manager, market.id, 999_999)))?.code).toBe('unknown')
  })
  test('of a recipe that is not there is refused', async () => {
    const guesses = [{ ...thought().guesses[0]!, recipeId: 999_999 }]
    expect(
      (await refusal(saveMarket(manager, market.id, { ...thought({ guesses }), version: 1 }, now)))
        ?.code,
    ).toBe('invalid-input')
  })
})

describe('how it went', () => {
  test('ends the day, stands in the list, and teaches the next', async () => {
    const next = await takeMarket('2026-04-20T08:00:00.000Z')
    await tellSales(manager, market.id, { version: 1, sales: [sale()] }, now)
    expect((await getOrder(manager, market.id)).state).toBe('delivered')
    const row = (await listMarkets(manager)).find(({ orderId }) => orderId === market.id)
    expect(row).toMatchObject({ taken: 4, sold: 3, given: 1 })
    expect(row?.paid).toBe('67.50')
    expect((await productOf(next)).past).toMatchObject([{ taken: 4, sold: 3 }])
    expect((await productOf(market)).past).toEqual([])
  })
  test('told again it stands in place of what was told before', async () => {
    const first = await tellSales(manager, market.id, { version: 1, sales: [sale()] }, now)
    await tellSales(
      manager,
      market.id,
      { version: first.version, sales: [sale({ sold: 2, given: 0 })] },
      now,
    )
    expect((await readMarket(manager, market.id)).sales).toMatchObject([{ sold: 2, given: 0 }])
  })
  test('two tell it at once: one holds, the other is told', async () => {
    const answers = await Promise.all(
      [1, 2].map((sold) =>
        refusal(
          tellSales(manager, market.id, { version: 1, sales: [sale({ sold, given: 0 })] }, now),
        ),
      ),
    )
    expect(answers.map((refused) => refused?.code ?? 'done').sort()).toEqual(['conflict', 'done'])
  })
})

describe('finished pieces', () => {
  test('are the good ones of market days without those that were sold or given away', async () => {
    await finish(market, 4)
    expect(await listFinished(manager)).toMatchObject([{ recipeId, count: 4, version: 0 }])
    const next = await takeMarket('2026-04-20T08:00:00.000Z')
    expect((await productOf(next)).stock).toBe(4)
    // Those of the day itself are made for it; they are not there besides.
    expect((await productOf(market)).stock).toBe(0)
    await tellSales(manager, market.id, { version: 1, sales: [sale({ sold: 2, given: 1 })] }, now)
    expect((await listFinished(manager))[0]?.count).toBe(1)
    expect((await productOf(next)).stock).toBe(1)
  })
  test('stand somewhere at a price, which two do not change at once', async () => {
    await finish(market, 1)
    const fields = { stands: 'glass case', price: '26.00' }
    await saveFinished(manager, recipeId, { ...fields, version: 0 }, now)
    const refused = await refusal(
      saveFinished(manager, recipeId, { stands: 'shelf', price: null, version: 0 }, now),
    )
    expect(refused?.code).toBe('conflict')
    expect(await listFinished(manager)).toMatchObject([{ stands: 'glass case', version: 1 }])
  })
})
