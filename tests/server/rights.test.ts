import { EVERY_OPEN_ORDER } from '../../shared/schemas/orders'
import { readFileSync } from 'node:fs'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import { createOrder, getOrder, listOrders, saveOrder } from '../../server/services/orders/orders'
import { actOnPiece } from '../../server/services/pieces/judging'
import {
  getPieceLog,
  listLying,
  listNotebook,
  movePiece,
  notePiece,
} from '../../server/services/pieces/pieces'
import { planQuestion } from '../../server/services/planning/planQuestion'
import { currentPlan } from '../../server/services/planning/plans'
import { makePlan } from '../../server/services/planning/propose/makePlan'
import { openPots } from '../../server/services/pots/pots'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import { may, requireMay, withoutTitles } from '../../server/services/rights'
import { addRunEvents, getRunView, startRun } from '../../server/services/runs/runs'
import type { Who } from '../../server/services/Who'
import { RIGHTS, type Action } from '../../shared/rights'
import type { Order } from '../../shared/types/orders'
import type { KeyedRunEvent } from '../../shared/schemas/runs'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, refusal, solve } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
const SCALE = { kind: 'scale' as const, step: 0.1, tare: true }
const ROLES = ['manager', 'maker', 'guest'] as const
let knex: Knex
let manager: Who
let maker: Who
let guest: Who
let recipeId: number
let own: Order
let others: Order
let keys = 0

const potOf = async (order: Order) =>
  (await openPots(manager)).find((pot) =>
    pot.portions.some((portion) => portion.orderId === order.id),
  )!
/** Pours an order's pot. @returns its pieces and its run */
async function pour(order: Order) {
  const run = await startRun(manager, (await potOf(order)).id, SCALE, now)
  const at = now.getTime()
  const kinds: object[] = [
    ...run.targets.parts.map(({ part, ownAmount }) => ({
      kind: 'weighed',
      part,
      amount: ownAmount,
    })),
    { kind: 'stirStarted' },
    { kind: 'stirEnded' },
    { kind: 'pourStarted' },
    { kind: 'pourEnded' },
    ...run.targets.heatAfterMin.map((_, index) => ({ kind: 'heatPass', index })),
  ]
  const [place] = (await knex('places').where({ workspace_id: manager.workspaceId }).limit(1)) as {
    id: number
  }[]
  const events = [...kinds, { kind: 'cureStarted', placeId: place!.id }].map(
    (event, i) =>
      ({
        ...event,
        at: at + i,
        key: `00000000-0000-4000-8000-${String(keys++).padStart(12, '0')}`,
      }) as KeyedRunEvent,
  )
  await addRunEvents(manager, run.id, events, now)
  const pieces = (await listLying(manager)).filter((piece) => piece.orderId === order.id)
  return { pieces, runId: run.id, placeId: place!.id }
}

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker, guest } = await aWorkshop(knex))
  const resin = await createResin(manager, RESINS[0]!, now)
  recipeId = (await createRecipe(manager, aDisc(resin.id), now)).id
  own = await createOrder(guest, anOrderFor(recipeId, 2, { title: 'Mine' }), now)
  others = await createOrder(manager, anOrderFor(recipeId, 3, { title: 'For the Reeves' }), now)
})
afterAll(leaveDatabase)

test('the page of the table is the table', () => {
  const rows = Object.entries(RIGHTS).map(
    ([action, reach]) => `| ${action} | ${ROLES.map((role) => reach[role]).join(' | ')} |`,
  )
  const page = readFileSync('docs/rights.md', 'utf8')
  expect(page.trimEnd().split('\n').slice(-rows.length)).toEqual(rows)
})

describe('the table', () => {
  const actions = Object.keys(RIGHTS) as Action[]
  test.each(actions)('%s', (action) => {
    for (const who of [manager, maker, guest]) {
      const reach = RIGHTS[action][who.role]
      expect(may(who, action)).toBe(reach !== 'none')
      expect(may(who, action, [who.personId])).toBe(reach !== 'none')
      expect(may(who, action, [null])).toBe(reach === 'all')
      expect(may(who, action, [who.personId, null])).toBe(reach === 'all')
      if (reach !== 'all') expect(() => requireMay(who, action, [null])).toThrow()
    }
  })
  test('a manager may everything', () =>
    expect(actions.filter((action) => RIGHTS[action].manager !== 'all')).toEqual([]))
  test('titles that are not to be known are left out of sentences, whatever stands in them', () =>
    expect(
      withoutTitles(['waits for “pour” for “The “big” one” until noon'], ['The “big” one']),
    ).toEqual(['waits for “pour” for somebody else’s order until noon']))
})

describe('orders', () => {
  const version = (order: Order) => ({ ...anOrderFor(recipeId, 3), version: order.version })
  test('a guest sees and changes their own, and finds no others', async () => {
    expect(own.ownerId).toBe(guest.personId)
    const seen = await listOrders(guest, { ...EVERY_OPEN_ORDER, all: true }, null)
    expect(seen.rows.map(({ id }) => id)).toEqual([own.id])
    expect((await listOrders(maker, { ...EVERY_OPEN_ORDER, all: true }, null)).rows).toHaveLength(2)
    expect((await refusal(getOrder(guest, others.id)))?.code).toBe('unknown')
    expect((await refusal(saveOrder(guest, others.id, version(others), now)))?.code).toBe('unknown')
    own = await saveOrder(guest, own.id, { ...own, title: 'Mine, two', lines: own.lines }, now)
    expect([own.title, own.ownerId]).toEqual(['Mine, two', guest.personId])
  })
  test('a guest cannot give theirs away, a member can, and says nothing by saying nothing', async () => {
    own = await saveOrder(guest, own.id, { ...own, ownerId: null }, now)
    expect(own.ownerId).toBe(guest.personId)
    const { ownerId: _said, ...rest } = own
    own = await saveOrder(maker, own.id, rest, now)
    expect(own.ownerId).toBe(guest.personId)
    const wrong = await refusal(saveOrder(maker, own.id, { ...own, ownerId: 987_654 }, now))
    expect(wrong?.details.issues?.[0]).toMatchObject({ path: 'ownerId', code: 'owner-unknown' })
  })
})

describe('plan and pots', () => {
  test('a guest is planned for their own orders only, unless their row says otherwise', async () => {
    const makersOf = async (order: Order) => {
      const { tasks } = await makePlan(manager, solve, now, null)
      return tasks
        .filter((task) => task.orderId === order.id && task.attended)
        .map((task) => task.personId)
    }
    // Nobody but the guest is there, so that all that can be theirs is.
    const away = knex('shifts')
      .where({ workspace_id: manager.workspaceId })
      .whereNot('person_id', guest.personId)
    const shifts = (await away.clone()) as { id: number }[]
    await away.clone().delete()
    expect(new Set(await makersOf(own))).toEqual(new Set([guest.personId]))
    expect(await makersOf(others)).toEqual([])
    await knex('people').where({ id: guest.personId }).update({ helps_others: true })
    expect(new Set(await makersOf(others))).toEqual(new Set([guest.personId]))
    await knex('people').where({ id: guest.personId }).update({ helps_others: false })
    await knex('shifts').insert(shifts)
    const after = new Set(await makersOf(others))
    expect(after.has(guest.personId)).toBe(false)
    expect(after.size).toBeGreaterThan(0)
  })
  test('a guest sees the plan without promises, titles and questions of others', async () => {
    const [theirs, all] = [(await currentPlan(guest))!, (await currentPlan(manager))!]
    expect(theirs.tasks).toEqual(all.tasks)
    expect(theirs.promises.map(({ orderId }) => orderId)).toEqual([own.id])
    const question = JSON.stringify(await planQuestion(guest, now))
    expect(question).not.toContain('Reeves')
    expect(question).toContain('Mine, two')
    expect(JSON.stringify(await planQuestion(maker, now))).toContain('Reeves')
  })
  test('a guest sees pots without others’ titles, and pours only what is all theirs', async () => {
    const pots = await openPots(guest)
    expect(JSON.stringify(pots)).not.toContain('Reeves')
    expect(pots.map((pot) => pot.portions.every(({ isOwn }) => isOwn)).sort()).toEqual([
      false,
      true,
    ])
    const pot = await potOf(others)
    expect((await refusal(startRun(guest, pot.id, SCALE, now)))?.code).toBe('forbidden')
    const run = await startRun(manager, pot.id, SCALE, now)
    expect((await refusal(getRunView(guest, run.id)))?.code).toBe('forbidden')
    const [part] = run.targets.parts
    const event = {
      kind: 'weighed',
      part: part!.part,
      amount: 1,
      at: now.getTime(),
      key: '00000000-0000-4000-8000-00000000ffff',
    } as KeyedRunEvent
    expect((await refusal(addRunEvents(guest, run.id, [event], now)))?.code).toBe('forbidden')
  })
})

describe('pieces', () => {
  test('a guest sees what lies, works on their own and leaves the others’ alone', async () => {
    const mine = await pour(own)
    const more = await createOrder(
      manager,
      anOrderFor(recipeId, 1, { title: 'For the Reeves too' }),
      now,
    )
    const { pieces, placeId } = await pour(more)
    const lying = await listLying(guest)
    expect(lying).toHaveLength(3)
    expect(JSON.stringify(lying)).not.toContain('Reeves')
    const [piece] = pieces
    const input = { version: piece!.version, note: '' }
    for (const work of [
      getPieceLog(guest, piece!.id),
      actOnPiece(guest, piece!.id, 'lost', input, now),
      movePiece(guest, piece!.id, { version: piece!.version, placeId }, now),
      notePiece(guest, piece!.id, 'seen', now),
    ])
      expect((await refusal(work))?.code).toBe('forbidden')
    const [first] = mine.pieces
    const log = await actOnPiece(
      guest,
      first!.id,
      'demoulded',
      { version: first!.version, note: '' },
      now,
    )
    expect(log.piece.state).toBe('demoulded')
    expect(await getRunView(guest, mine.runId)).toMatchObject({ id: mine.runId })
    const notes = await listNotebook(guest, { find: '', state: null }, null)
    expect(new Set(notes.rows.map(({ orderTitle }) => orderTitle))).toEqual(new Set(['Mine, two']))
  })
})
