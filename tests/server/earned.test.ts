import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import { readEarned, readEarnedOfOrder } from '../../server/services/earned/earned'
import { createOrder } from '../../server/services/orders/orders'
import { openPots } from '../../server/services/pots/pots'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import { addRunEvents, startRun } from '../../server/services/runs/runs'
import { receiveLots } from '../../server/services/stock/lots'
import type { Who } from '../../server/services/Who'
import type { KeyedRunEvent } from '../../shared/schemas/runs'
import type { RunView } from '../../shared/types/runs'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
const MIN = 60_000
const WAGE = 30
const PRICE = 12
const SIZE_G = 900
let knex: Knex
let manager: Who
let maker: Who
let orderId: number
let run: RunView
const event = (at: number, body: object): KeyedRunEvent =>
  ({ at: now.getTime() + at * MIN, key: randomUUID(), ...body }) as KeyedRunEvent
const lineOf = async () => (await readEarnedOfOrder(manager, orderId)).lines[0]!

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker } = await aWorkshop(knex))
  await knex('people').where({ id: maker.personId }).update({ wage: WAGE })
  const resin = await createResin(manager, RESINS[0]!, now)
  await receiveLots(
    manager,
    (['a', 'b'] as const).map((part) => ({
      ware: { of: 'resin' as const, id: resin.id, part },
      code: `Kit ${part}`,
      size: SIZE_G,
      price: String(PRICE),
      supplier: '',
      boughtOn: null,
      useBy: null,
      keepsDays: null,
      stands: '',
    })),
    now,
  )
  const recipe = await createRecipe(manager, aDisc(resin.id), now)
  const order = await createOrder(
    manager,
    { ...anOrderFor(recipe.id, 2), promisedAt: '2026-03-20T12:00:00.000Z' },
    now,
  )
  orderId = order.id
  const [pot] = await openPots(manager)
  run = await startRun(maker, pot!.id, { kind: 'scale', step: 0.1, tare: true }, now)
})
afterAll(leaveDatabase)

test('before anything is poured nothing has cost anything, and the plan says what it will', async () => {
  const line = await lineOf()
  expect(line).toMatchObject({ poured: 0, net: null, isDone: false })
  expect(Number(line.planned?.material)).toBeGreaterThan(0)
  expect(Number(line.real.material)).toBe(0)
})

test('what was weighed costs what its bottle did, hands their wage without the rest of the mix', async () => {
  const { parts } = run.targets
  const grams = parts.reduce((sum, { ownAmount }) => sum + ownAmount, 0)
  await addRunEvents(
    maker,
    run.id,
    parts.map(({ part, ownAmount }) => event(2, { kind: 'weighed', part, amount: ownAmount })),
    now,
  )
  const { material } = (await lineOf()).real
  expect(Number(material)).toBeCloseTo((grams * PRICE) / SIZE_G, 1)
  await addRunEvents(
    maker,
    run.id,
    [
      event(4, { kind: 'stirStarted' }),
      event(8, { kind: 'stirEnded' }),
      event(18, { kind: 'pourStarted' }),
      event(22, { kind: 'pourEnded' }),
    ],
    now,
  )
  const { real } = await lineOf()
  expect(real.handsMin).toBeCloseTo(12, 6)
  expect(Number(real.labour)).toBeCloseTo((12 / 60) * WAGE, 2)
})

test('what is taken back has cost nothing', async () => {
  const before = Number((await lineOf()).real.material)
  // The pour, its beginning, the stirring and the second part.
  await addRunEvents(
    maker,
    run.id,
    Array.from({ length: 5 }, (_, i) => event(23 + i, { kind: 'undone' })),
    now,
  )
  const after = Number((await lineOf()).real.material)
  expect(after).toBeGreaterThan(0)
  expect(after).toBeLessThan(before)
})

test('it stands in the month for which it was promised, and in no other', async () => {
  await knex('orders').where({ id: orderId }).update({ state: 'delivered' })
  const linesOf = async (month: string, months: number) =>
    (await readEarned(manager, { month, months })).lines.map((line) => line.orderId)
  expect(await linesOf('2026-03', 1)).toEqual([orderId])
  expect(await linesOf('2026-02', 12)).toEqual([])
  expect(await linesOf('2026-05', 3)).toEqual([orderId])
  expect(await linesOf('2026-05', 2)).toEqual([])
})
