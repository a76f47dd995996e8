import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { foldFaces, type Route } from '../../core/rework'
import { RESINS } from '../../demo/resins'
import { getOrder, saveOrder, createOrder } from '../../server/services/orders/orders'
import { actOnPiece } from '../../server/services/pieces/judging'
import {
  getPieceLog,
  listLying,
  listNotebook,
  makeMore,
  markPiece,
  settleFront,
} from '../../server/services/pieces/pieces'
import { makePlan } from '../../server/services/planning/propose/makePlan'
import { openPots } from '../../server/services/pots/pots'
import { createRecipe, listRecipes } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import { addRunEvents, startRun } from '../../server/services/runs/runs'
import type { Who } from '../../server/services/Who'
import type { Verdict } from '../../shared/schemas/pieces'
import type { KeyedRunEvent } from '../../shared/schemas/runs'
import type { Pot } from '../../shared/types/pots'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, refusal, solve } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
const minute = (minutes: number) => now.getTime() + minutes * 60_000
const SCALE = { kind: 'scale', step: 0.1, tare: true } as const
let knex: Knex
let manager: Who
let maker: Who
let discId: number
let setId: number
let rack: number
let orderId: number
let keys = 0
let clock = 0

const event = (body: object, at: number): KeyedRunEvent =>
  ({
    ...body,
    at: minute(at),
    key: `00000000-0000-4000-9000-${String(keys++).padStart(12, '0')}`,
  }) as KeyedRunEvent
/** Pours a pot from its first weighing to the rack, an hour after all that was before. */
async function pour(pot: Pot): Promise<void> {
  clock += 60
  const run = await startRun(maker, pot.id, SCALE, new Date(minute(clock)))
  const events = [
    ...run.targets.parts.map(({ part, ownAmount }) =>
      event({ kind: 'weighed', part, amount: ownAmount }, clock + 1),
    ),
    event({ kind: 'stirStarted' }, clock + 3),
    event({ kind: 'stirEnded' }, clock + 7),
    event({ kind: 'pourStarted' }, clock + 15),
    event({ kind: 'pourEnded' }, clock + 20),
    ...run.targets.heatAfterMin.map((_, index) => event({ kind: 'heatPass', index }, clock + 25)),
    event({ kind: 'cureStarted', placeId: rack }, clock + 40),
  ]
  clock += 40
  await addRunEvents(maker, run.id, events, new Date(minute(clock)))
}
const potsAhead = async () =>
  (await openPots(manager)).filter((pot) =>
    pot.portions.some((portion) => portion.orderId === orderId),
  )
const lying = async () => (await listLying(manager)).filter((one) => one.orderId === orderId)
const judge = async (
  id: number,
  verdict: Verdict | 'taken back' | 'demoulded',
  more: { route?: Route; part?: string } = {},
) => {
  clock += 1
  const { piece } = await getPieceLog(manager, id)
  return actOnPiece(
    manager,
    id,
    verdict,
    { version: piece.version, note: '', ...more },
    new Date(minute(clock)),
  )
}
const stateOf = async (id: number) => (await getPieceLog(manager, id)).piece.state
const linesOf = async () => (await getOrder(manager, orderId)).lines

/** An order with all of its pieces poured and on the rack. */
async function pouredOrder(recipeId: number, quantity: number): Promise<number[]> {
  clock = 0
  const order = await createOrder(manager, anOrderFor(recipeId, quantity), now)
  orderId = order.id
  for (const pot of await potsAhead()) await pour(pot)
  return (await lying()).map(({ id }) => id)
}

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker } = await aWorkshop(knex))
  const places = knex('places').where({ workspace_id: manager.workspaceId, kind: 'rack' })
  rack = ((await places.first('id')) as { id: number }).id
  const resin = await createResin(manager, RESINS[0]!, now)
  discId = (await createRecipe(manager, aDisc(resin.id), now)).id
  const set = {
    ...aDisc(resin.id),
    name: 'Disc with its ring',
    others: [
      { name: 'ring', count: 1, shape: { kind: 'circle' as const, diameterMm: 40, heightMm: 20 } },
    ],
  }
  setId = (await createRecipe(manager, set, now)).id
})
afterAll(leaveDatabase)

describe('a piece that wants rework', () => {
  let ids: number[]
  beforeEach(async () => {
    ids = await pouredOrder(discId, 3)
  })

  test('gets a line of its order, a recipe, a pot and a place in the plan', async () => {
    await judge(ids[0]!, 'rework', { route: 'coat over' })
    const [own, mending] = await linesOf()
    expect([own?.quantity, own?.mends]).toEqual([3, false])
    expect([mending?.quantity, mending?.mends]).toEqual([1, true])
    const recipe = (await listRecipes(manager)).find(({ id }) => id === mending?.recipeId)
    expect(recipe).toMatchObject({ archived: true, start: { of: 'existing' }, mouldId: null })
    const [pot, ...more] = await potsAhead()
    expect(more).toEqual([])
    expect(pot?.portions).toMatchObject([{ lineId: mending?.id, firstPiece: 1, pieces: 1 }])
    const plan = await makePlan(manager, solve, new Date(minute(clock + 5)), null)
    const kinds = plan.tasks.filter((task) => task.potId === pot?.id).map(({ kind }) => kind)
    expect(kinds).toContain('mix')
    expect(plan.tasks.some((task) => task.title.includes('Scuff'))).toBe(true)
  })
  test('comes to the shelf when what mends it is good, with one history', async () => {
    await judge(ids[0]!, 'rework', { route: 'coat over' })
    await judge(ids[1]!, 'good')
    await judge(ids[2]!, 'second')
    await pour((await potsAhead())[0]!)
    const mended = (await lying()).filter(({ mends }) => mends !== null)
    expect(mended).toMatchObject([{ mends: 'Pendulum disc 1', state: 'curing' }])
    expect((await lying()).map(({ id }) => id)).not.toContain(ids[0])
    await judge(mended[0]!.id, 'good')
    expect(await stateOf(ids[0]!)).toBe('good')
    expect(await lying()).toEqual([])
    expect(await potsAhead()).toEqual([])
    const { events } = await getPieceLog(manager, ids[0]!)
    expect(events.map(({ kind }) => kind)).toEqual(['poured', 'rework', 'poured', 'good', 'good'])
    expect(events[1]?.route).toBe('coat over')
    const plan = await makePlan(manager, solve, new Date(minute(clock + 5)), null)
    expect(plan.promises.find((one) => one.orderId === orderId)).toMatchObject({ isMade: true })
  })
  test('is one of several that are mended together, by a recipe that stays', async () => {
    await judge(ids[0]!, 'rework', { route: 'coat over' })
    await judge(ids[1]!, 'rework', { route: 'coat over' })
    const lines = await linesOf()
    expect(lines.map(({ quantity }) => quantity)).toEqual([3, 2])
    const before = (await listRecipes(manager)).length
    await pour((await potsAhead())[0]!)
    await judge(ids[2]!, 'rework', { route: 'coat over' })
    // What has been begun is not joined any more.
    expect((await linesOf()).map(({ quantity }) => quantity)).toEqual([3, 2, 1])
    expect((await listRecipes(manager)).length).toBe(before)
  })
  test('is not mended after all once that is taken back, and not once it is begun', async () => {
    for (const id of ids) await judge(id, 'rework', { route: 'coat the back' })
    await judge(ids[0]!, 'taken back')
    expect((await linesOf()).map(({ quantity }) => quantity)).toEqual([3, 2])
    expect((await potsAhead())[0]?.portions).toMatchObject([{ firstPiece: 1, pieces: 2 }])
    await judge(ids[1]!, 'good')
    await judge(ids[2]!, 'lost')
    expect((await linesOf()).map(({ quantity }) => quantity)).toEqual([3])
    expect((await potsAhead()).map(({ portions }) => portions)).toMatchObject([
      [{ firstPiece: 3, pieces: 1 }],
    ])
    await judge(ids[0]!, 'rework', { route: 'coat the back' })
    const mending = (await potsAhead()).find(({ portions }) => portions[0]?.firstPiece === 1)
    await pour(mending!)
    expect((await refusal(judge(ids[0]!, 'taken back')))?.message).toContain('has been begun')
  })
  test('is made again where mending fails, and that can be taken back', async () => {
    await judge(ids[0]!, 'rework', { route: 'coat over' })
    await pour((await potsAhead())[0]!)
    const [mended] = (await lying()).filter(({ mends }) => mends !== null)
    await judge(mended!.id, 'lost')
    expect(await stateOf(ids[0]!)).toBe('lost')
    const [own] = await linesOf()
    expect((await potsAhead()).flatMap(({ portions }) => portions)).toMatchObject([
      { lineId: own!.id, firstPiece: 1, pieces: 1 },
    ])
    await judge(mended!.id, 'taken back')
    expect(await stateOf(ids[0]!)).toBe('rework')
    expect(await potsAhead()).toEqual([])
  })
  test('keeps its line when somebody saves the order, who does not see it', async () => {
    await judge(ids[0]!, 'rework', { route: 'coat over' })
    const { id, ...order } = await getOrder(manager, orderId)
    const lines = order.lines
      .filter(({ mends }) => !mends)
      .map(({ id: lineId, recipeId, quantity }) => ({ id: lineId, recipeId, quantity }))
    await saveOrder(manager, id, { ...order, lines }, now)
    expect((await linesOf()).map(({ mends }) => mends)).toEqual([false, true])
  })
  test('is one page of the notebook, however it is mended', async () => {
    const before = (await listNotebook(manager, { find: '', state: null }, null)).rows.length
    await judge(ids[0]!, 'rework', { route: 'coat over' })
    expect((await listNotebook(manager, { find: '', state: null }, null)).rows).toHaveLength(before)
  })
})

describe('a set', () => {
  test('is judged piece by piece, and is as good as the worst', async () => {
    const [id] = await pouredOrder(setId, 1)
    await judge(id!, 'good', { part: 'ring' })
    expect(await stateOf(id!)).toBe('curing')
    expect((await lying())[0]?.parts).toEqual([{ name: 'ring', state: 'good' }])
    await judge(id!, 'second', { part: 'Disc with its ring' })
    expect(await stateOf(id!)).toBe('second')
    await judge(id!, 'taken back')
    expect(await stateOf(id!)).toBe('curing')
    expect((await lying())[0]?.parts).toEqual([{ name: 'ring', state: 'good' }])
  })
  test('has one of its pieces made again, and is done with that', async () => {
    const [id] = await pouredOrder(setId, 1)
    await judge(id!, 'good', { part: 'Disc with its ring' })
    await judge(id!, 'lost', { part: 'ring' })
    expect(await stateOf(id!)).toBe('rework')
    const [pot] = await potsAhead()
    await pour(pot!)
    const [again] = (await lying()).filter(({ mends }) => mends !== null)
    expect(again?.recipeName).toBe('ring, made again')
    // The rest of the set lies beside it.
    expect((await lying()).map((one) => one.id)).toContain(id)
    await judge(again!.id, 'good')
    expect(await stateOf(id!)).toBe('good')
  })
  test('has one of two mendings called off, and the other goes on', async () => {
    const [id] = await pouredOrder(setId, 1)
    await judge(id!, 'rework', { part: 'Disc with its ring', route: 'coat over' })
    await judge(id!, 'rework', { part: 'ring', route: 'coat over' })
    expect((await linesOf()).map(({ mends }) => mends)).toEqual([false, true, true])
    await judge(id!, 'taken back')
    expect((await linesOf()).map(({ mends }) => mends)).toEqual([false, true])
    expect(await stateOf(id!)).toBe('rework')
    await judge(id!, 'good', { part: 'ring' })
    await pour((await potsAhead())[0]!)
    const [mended] = (await lying()).filter(({ mends }) => mends !== null)
    await judge(mended!.id, 'good')
    expect(await stateOf(id!)).toBe('good')
    await judge(mended!.id, 'taken back')
    expect(await stateOf(id!)).toBe('rework')
  })
  test('is not done while what mends one of its pieces is taken back', async () => {
    const [id] = await pouredOrder(setId, 1)
    await judge(id!, 'rework', { part: 'Disc with its ring', route: 'coat over' })
    await pour((await potsAhead())[0]!)
    const [mended] = (await lying()).filter(({ mends }) => mends !== null)
    await judge(mended!.id, 'good')
    await judge(mended!.id, 'taken back')
    await judge(id!, 'good', { part: 'ring' })
    expect(await stateOf(id!)).toBe('rework')
    await judge(mended!.id, 'good')
    expect(await stateOf(id!)).toBe('good')
  })
  test('knows its pieces by name', async () => {
    const [id] = await pouredOrder(setId, 1)
    expect((await refusal(judge(id!, 'good', { part: 'saucer' })))?.details.issues).toMatchObject([
      { path: 'part' },
    ])
  })
})

describe('the faces of a piece', () => {
  test('have marks that can be taken off, and one of them is the front', async () => {
    const [id] = await pouredOrder(discId, 1)
    const mark = { defect: 'dust' as const, face: 'upside' as const, x: 0.25, y: -0.5, part: '' }
    await markPiece(manager, id!, { ...mark, isThere: true }, now)
    await settleFront(manager, id!, { face: 'upside', part: '' }, now)
    const seen = foldFaces((await getPieceLog(manager, id!)).events)
    expect(seen.marks).toEqual([mark])
    expect(seen.fronts.get('')).toBe('upside')
    await markPiece(manager, id!, { ...mark, isThere: false }, now)
    expect(foldFaces((await getPieceLog(manager, id!)).events).marks).toEqual([])
  })
})

test('a spare is made beside what is made again', async () => {
  const [id] = await pouredOrder(discId, 2)
  await judge(id!, 'lost')
  await makeMore(manager, id!, 1, now)
  // Two were asked for; the lost one is made up for by the first of two spares.
  expect((await linesOf()).map(({ quantity, spares }) => [quantity, spares])).toEqual([[4, 2]])
  expect(
    (await potsAhead()).reduce(
      (sum, pot) => sum + pot.portions.reduce((all, one) => all + one.pieces, 0),
      0,
    ),
  ).toBe(2)
})
