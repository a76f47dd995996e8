import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { startingMould } from '../../core/trade'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import { createMould } from '../../server/services/moulds/moulds'
import { createOrder, saveOrder } from '../../server/services/orders/orders'
import { makePlan } from '../../server/services/planning/propose/makePlan'
import { openPots } from '../../server/services/pots/pots'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import type { Who } from '../../server/services/Who'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, solve } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
const COPIES = 6
let knex: Knex
let manager: Who
let recipeId: number

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager } = await aWorkshop(knex))
  const resin = await createResin(manager, RESINS[0]!, now)
  const mould = await createMould(
    manager,
    {
      ...startingMould(),
      name: 'Six of them',
      count: COPIES,
      lifeUses: 100,
    },
    now,
  )
  // The back is poured slowly, so that a pot of it serves four pieces, not six.
  const recipe = await createRecipe(
    manager,
    aDisc(resin.id, mould.id, [
      { name: 'face', fill: { depthMm: 2 }, pourMin: 1 },
      { name: 'back', fill: { toBrim: true }, pourMin: 9 },
    ]),
    now,
  )
  recipeId = recipe.id
})
afterAll(leaveDatabase)

const promised = '2026-05-20T15:00:00.000Z'
async function ordered(quantity: number) {
  const order = await createOrder(
    manager,
    anOrderFor(recipeId, quantity, { promisedAt: promised }),
    now,
  )
  const pots = (await openPots(manager)).filter((pot) =>
    pot.portions.some(({ orderId }) => orderId === order.id),
  )
  const plan = await makePlan(manager, solve, now, null)
  const promise = plan.promises.find(({ orderId }) => orderId === order.id)!
  const { id, lines, ownerId: _owner, ...fields } = order
  await saveOrder(manager, id, { ...fields, state: 'declined', lines }, now)
  return { pots, promise }
}

describe('more pieces than there are moulds', () => {
  test.each([7, 12, 30])('%d in six of them are poured in rounds and planned', async (quantity) => {
    const { pots, promise } = await ordered(quantity)
    const roundOf = (number: number) => Math.floor((number - 1) / COPIES)
    for (const { firstPiece, pieces } of pots.flatMap((pot) => pot.portions))
      expect(roundOf(firstPiece)).toBe(roundOf(firstPiece + pieces - 1))
    const sizes = pots.map((pot) => pot.portions[0]!.pieces)
    expect(new Set(sizes).size).toBeGreaterThan(1)
    expect(promise.because).toEqual(expect.any(Array))
    expect(promise.readyAt).not.toBeNull()
  })
  test('that no quarter of a year can hold are refused with the mould that stands in the way', async () => {
    const { promise } = await ordered(400)
    expect(promise.readyAt).toBeNull()
    expect(promise.because[0]).toMatch(
      /^400 pieces in 6 of the mould “Six of them” are 67 rounds of .* longer than the 91 d that the plan looks ahead; more copies of it, or fewer pieces, would do$/,
    )
  })
})
