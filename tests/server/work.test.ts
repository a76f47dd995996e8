import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { newStep } from '../../core/trade'
import { RESINS } from '../../demo/resins'
import { createOrder } from '../../server/services/orders/orders'
import { listLying } from '../../server/services/pieces/pieces'
import { makePlan } from '../../server/services/planning/propose/makePlan'
import { currentPlan } from '../../server/services/planning/plans'
import { readExperience } from '../../server/services/planning/situation/experience'
import { openPots } from '../../server/services/pots/pots'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import { addRunEvents, startRun } from '../../server/services/runs/runs'
import { tellWork } from '../../server/services/work/work'
import type { Who } from '../../server/services/Who'
import type { KeyedRunEvent } from '../../shared/schemas/runs'
import type { WorkTold } from '../../shared/schemas/work'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, refusal, solve } from './given'

const PIECES = 4
const now = new Date('2026-03-02T09:00:00.000Z')
const minute = (minutes: number) => new Date(now.getTime() + minutes * 60_000)
let knex: Knex
let manager: Who
let maker: Who
let guest: Who
let recipeId: number
let lineId: number
let keys = 0
const key = () => `00000000-0000-4000-8000-${String(keys++).padStart(12, '0')}`

const told = (changes: Partial<WorkTold> = {}): WorkTold => ({
  key: key(),
  kind: 'done',
  lineId,
  what: 'wax',
  visit: null,
  layer: null,
  first: 1,
  pieces: PIECES,
  at: now.toISOString(),
  personId: maker.personId,
  untilAt: null,
  tookMin: null,
  reason: '',
  answer: '',
  amount: null,
  ...changes,
})
const tell = (...events: WorkTold[]) => tellWork(maker, events, now)
const plan = () => makePlan(manager, solve, now, null, 'keep')
const tasksOf = async (what: string) =>
  ((await currentPlan(manager))?.tasks ?? []).filter(
    ({ orderLineId, does }) => orderLineId === lineId && does?.what === what,
  )
const issuesOf = async (event: WorkTold) =>
  (await refusal(tell(event)))?.details.issues?.map(({ path, code }) => [path, code])

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker, guest } = await aWorkshop(knex))
  const resin = await createResin(manager, RESINS[0]!, now)
  const disc = aDisc(resin.id)
  const wax = { ...newStep('other', 'wax', null), name: 'Wax the form', pieceMin: 5 }
  const check = {
    ...newStep('other', 'edge', null),
    name: 'Look at the edge',
    asks: { what: 'yes-no' as const, question: 'Is the edge sharp?', unit: '' },
  }
  const recipe = await createRecipe(
    manager,
    { ...disc, name: 'Waxed disc', course: [wax, ...disc.course, check] },
    now,
  )
  recipeId = recipe.id
})
afterAll(leaveDatabase)
beforeEach(async () => {
  await knex('orders').update({ state: 'delivered' })
  const order = await createOrder(manager, anOrderFor(recipeId, PIECES), now)
  lineId = order.lines[0]!.id
  await plan()
})

describe('what hands tell', () => {
  test('is told of the task at once, and leaves the plan when that is made anew', async () => {
    expect(await tasksOf('wax')).toMatchObject([{ told: null, does: { first: 1, pieces: PIECES } }])
    const seen = await tell(told())
    expect(seen?.tasks.find(({ does }) => does?.what === 'wax')?.told).toMatchObject({
      kind: 'done',
      personId: maker.personId,
    })
    await plan()
    expect(await tasksOf('wax')).toEqual([])
    expect((await tasksOf('edge')).length).toBe(1)
    await plan()
    expect(await tasksOf('wax')).toEqual([])
  })
  test('of some pieces leaves the others in the plan', async () => {
    await tell(told({ pieces: 3 }))
    expect(await tasksOf('wax')).toMatchObject([{ told: null }])
    await plan()
    expect(await tasksOf('wax')).toMatchObject([{ does: { first: 4, pieces: 1 } }])
  })
  test('sent twice is told once, and taken back it is open again', async () => {
    const one = told()
    await tell(one, one)
    await tell(one, told({ kind: 'taken back' }))
    await tell(one)
    expect(await tasksOf('wax')).toMatchObject([{ told: null }])
    expect(await knex('work_events').where({ order_line_id: lineId })).toHaveLength(2)
  })
  test('begun and done, its minutes are learned from', async () => {
    const before = await readExperience(knex, manager.workspaceId, 92)
    await tell(told({ kind: 'begun', at: minute(-24).toISOString() }))
    expect(await tasksOf('wax')).toMatchObject([{ told: { kind: 'begun' } }])
    await tell(told())
    const [row] = (await knex('work_events').where({
      order_line_id: lineId,
      kind: 'done',
    })) as { took_min: string; planned_min: string }[]
    expect([Number(row?.took_min), Number(row?.planned_min)]).toEqual([24, 20])
    const after = await readExperience(knex, manager.workspaceId, 92)
    expect(after.pours).toBe(before.pours + 1)
  })
  test('is told to everybody who listens, once for each', async () => {
    await tell(told({ kind: 'skipped', reason: 'the form is new' }))
    expect(
      await knex('events')
        .where({ workspace_id: manager.workspaceId, subject: 'work' })
        .orderBy('number', 'desc')
        .first('kind'),
    ).toEqual({ kind: 'skipped' })
  })
})

describe('what cannot be told is refused at its field, and nothing is kept of it', () => {
  test.each<[string, Partial<WorkTold>, [string, string]]>([
    ['skipped without a reason', { kind: 'skipped' }, ['reason', 'say-why']],
    ['put off until nothing', { kind: 'put off' }, ['untilAt', 'put-off-until']],
    ['of work that is not there', { what: 'varnish' }, ['what', 'work-unknown']],
    ['of a visit that is not there', { visit: 0 }, ['what', 'work-unknown']],
    ['of more pieces than there are', { first: 2 }, ['pieces', 'only-so-many-pieces']],
    ['by nobody', { personId: 999_999 }, ['personId', 'not-here-any-more']],
    ['of the week after next', { at: minute(20_000).toISOString() }, ['at', 'not-yet']],
    ['without what is asked', { what: 'edge' }, ['answer', 'answer-asked']],
  ])('%s', async (_, changes, [field, code]) => {
    expect(await issuesOf(told(changes))).toEqual([[`events[0].${field}`, code]])
    expect(await knex('work_events').where({ order_line_id: lineId })).toEqual([])
  })
  test('of another workshop’s work, or by a guest of what is not theirs', async () => {
    const { manager: stranger } = await aWorkshop(knex, 'Far yard')
    expect((await refusal(tellWork(stranger, [told()], now)))?.code).toBe('invalid-input')
    expect((await refusal(tellWork(guest, [told()], now)))?.code).toBe('forbidden')
  })
  test('mixing and pouring are told at the bench', async () => {
    const course = JSON.parse(
      ((await knex('recipes').where({ id: recipeId }).first('course')) as { course: string })
        .course,
    ) as { is?: { key: string; mix: object | null }[] }
    const mix = (course.is ?? []).find((entry) => entry.mix)!
    expect(await issuesOf(told({ what: mix.key }))).toEqual([['events[0].what', 'work-unknown']])
  })
})

describe('taking pieces out of their mould', () => {
  const demould = async () => (await tasksDemoulding())[0]!
  const tasksDemoulding = async () =>
    ((await currentPlan(manager))?.tasks ?? []).filter(
      ({ orderLineId, title }) => orderLineId === lineId && /demould/i.test(title),
    )
  test('is refused before they are poured, and stands in their logs after', async () => {
    const { does } = await demould()
    const { asks: _asks, ...doing } = does!
    expect((await refusal(tell(told(doing))))?.message).toMatch(/not been poured/)
    const pot = (await openPots(manager)).find((one) =>
      one.portions.some((portion) => portion.lineId === lineId),
    )!
    const run = await startRun(maker, pot.id, { kind: 'scale', step: 0.1, tare: true }, now)
    const [rack] = (await knex('places')
      .where({ workspace_id: manager.workspaceId, kind: 'rack' })
      .select('id')) as { id: number }[]
    const at = (minutes: number, body: object) =>
      ({ at: minute(minutes).getTime(), ...body, key: key() }) as KeyedRunEvent
    await addRunEvents(
      maker,
      run.id,
      [
        ...run.targets.parts.map(({ part, ownAmount }) =>
          at(1, { kind: 'weighed', part, amount: ownAmount }),
        ),
        at(3, { kind: 'stirStarted' }),
        at(7, { kind: 'stirEnded' }),
        at(15, { kind: 'pourStarted' }),
        at(20, { kind: 'pourEnded' }),
        ...run.targets.heatAfterMin.map((_, index) => at(25, { kind: 'heatPass', index })),
        at(60, { kind: 'cureStarted', placeId: rack!.id }),
      ],
      now,
    )
    const state = async () =>
      (await listLying(manager))
        .filter(({ number, orderTitle }) => orderTitle === 'Discs' && number <= PIECES)
        .map((piece) => piece.state)
    await tellWork(maker, [told(doing)], minute(3000))
    expect(new Set(await state())).toEqual(new Set(['demoulded']))
    await tellWork(maker, [told({ ...doing, kind: 'taken back' })], minute(3001))
    expect(new Set(await state())).toEqual(new Set(['curing']))
  })
})
