import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import { listPieces } from '../../server/db/pieces'
import { listPotsOfLines } from '../../server/db/pots'
import { listFinished } from '../../server/services/markets/finished'
import { createOrder, getOrder, saveOrder } from '../../server/services/orders/orders'
import { arrangeAllPots } from '../../server/services/pots/arrangePots'
import { sparedOf } from '../../server/services/pots/sparedOf'
import { readPrices } from '../../server/services/quotes/quotes'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import { check } from '../../shared/schemas/check'
import { newOrderSchema } from '../../shared/schemas/orders'
import type { Who } from '../../server/services/Who'
import type { Order } from '../../shared/types/orders'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
let knex: Knex
let manager: Who
let recipeId: number
let order: Order

const asked = (quantity: number, spares: number) => ({
  ...anOrderFor(recipeId, quantity),
  lines: [{ recipeId, quantity, spares }],
})
const lineId = () => order.lines[0]!.id
/** Pieces of the order as they were judged, by number. */
const judged = async (states: Record<number, 'good' | 'lost' | 'curing'>) => {
  await knex('pieces').insert(
    Object.entries(states).map(([number, state]) => ({
      workspace_id: manager.workspaceId,
      order_line_id: lineId(),
      number: Number(number),
      state,
      updated_at: now,
    })),
  )
  await arrangeAllPots(manager.workspaceId, now)
}
/** The numbers of the pieces that are still to be poured. */
const toPour = async () =>
  (await listPotsOfLines(knex, manager.workspaceId, [lineId()]))
    .flatMap(({ portions }) => portions)
    .flatMap(({ firstPiece, pieces }) => Array.from({ length: pieces }, (_, i) => firstPiece + i))
    .sort((a, b) => a - b)

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager } = await aWorkshop(knex))
  const resin = await createResin(manager, RESINS[0]!, now)
  recipeId = (await createRecipe(manager, aDisc(resin.id), now)).id
})
beforeEach(async () => {
  await knex('pieces').where({ workspace_id: manager.workspaceId }).delete()
  order = await createOrder(manager, asked(5, 2), now)
})
afterAll(leaveDatabase)

describe('spares of a line', () => {
  test('are poured with the others', async () => {
    await arrangeAllPots(manager.workspaceId, now)
    expect(await toPour()).toEqual([1, 2, 3, 4, 5])
  })
  test('make up for as many as fail; what fails beyond them is poured again', async () => {
    await judged({ 2: 'lost', 4: 'lost' })
    expect(await toPour()).toEqual([1, 3, 5])
    await judged({ 5: 'lost' })
    expect(await toPour()).toEqual([1, 3, 5])
  })
  test('that lie in their moulds are lifted all the same', async () => {
    await judged({ 1: 'good', 2: 'good', 3: 'good', 4: 'curing' })
    const pieces = await listPieces(knex, manager.workspaceId, { orderLineIds: [lineId()] })
    expect([...sparedOf({ id: lineId(), quantity: 5, spares: 2 }, pieces)]).toEqual([5])
  })
  test('are not poured any more when enough came out', async () => {
    await judged({ 1: 'good', 2: 'good', 3: 'good' })
    expect(await toPour()).toEqual([])
  })
  test('that came out too are nobody’s, and stand among the finished', async () => {
    await judged({ 1: 'good', 2: 'good', 3: 'good', 4: 'good' })
    expect(await listFinished(manager)).toMatchObject([{ recipeId, count: 1 }])
    await knex('pieces').where({ order_line_id: lineId(), number: 4 }).delete()
    expect(await listFinished(manager)).toEqual([])
  })
  test('are paid for by what was asked for', async () => {
    const cost = async (quantity: number, spares: number) => {
      const one = await createOrder(manager, asked(quantity, spares), now)
      const [line] = (await readPrices(manager, one.id)).now
      return line!
    }
    const [plain, spare] = [await cost(3, 0), await cost(5, 2)]
    expect([spare.pieces, spare.spares]).toEqual([3, 2])
    expect(spare.chance).toBeGreaterThan(plain.chance)
    expect(spare.yieldPct).toBeCloseTo(60, 9)
    expect(Number(spare.cost.costPerGood)).toBeCloseTo(Number(spare.cost.batchCost) / 3, 2)
    expect(Number(spare.cost.costPerGood)).toBeGreaterThan(Number(plain.cost.costPerGood))
  })
  test('stay with their line, and can be left out', async () => {
    const { id, version, lines, ...fields } = await getOrder(manager, order.id)
    expect(lines).toMatchObject([{ quantity: 5, spares: 2 }])
    const saved = await saveOrder(
      manager,
      id,
      { ...fields, version, lines: [{ id: lineId(), recipeId, quantity: 3 }] },
      now,
    )
    expect(saved.lines).toMatchObject([{ id: lineId(), quantity: 3, spares: 0 }])
  })
  test.each([
    [3, 3],
    [3, 4],
    [3, -1],
    [3, 0.5],
  ])('%p poured cannot have %p to spare', (quantity, spares) => {
    const checked = check(newOrderSchema, asked(quantity, spares))
    expect(checked.ok).toBe(false)
    expect(checked.ok ? [] : checked.issues.map(({ path }) => path)).toEqual(['lines[0].spares'])
  })
})
