import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { newStep } from '../../core/trade'
import { RESINS } from '../../demo/resins'
import { claimProposal, getProposal } from '../../server/db/proposals'
import { houseRules, saveRules } from '../../server/services/house/rules'
import { createOrder } from '../../server/services/orders/orders'
import { currentPlan } from '../../server/services/planning/plans'
import { followPlan, followWhatIsLate } from '../../server/services/planning/propose/follow'
import { makePlan } from '../../server/services/planning/propose/makePlan'
import { acceptProposal, propose } from '../../server/services/planning/propose/proposals'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import { tellWork } from '../../server/services/work/work'
import type { Who } from '../../server/services/Who'
import { NO_TERMS } from '../../shared/schemas/planTerms'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, solve } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
const minute = (minutes: number) => new Date(now.getTime() + minutes * 60_000)
let knex: Knex
let manager: Who
let maker: Who
let lineId: number
let keys = 0

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker } = await aWorkshop(knex))
  const resin = await createResin(manager, RESINS[0]!, now)
  const disc = aDisc(resin.id)
  const wax = { ...newStep('other', 'wax', null), name: 'Wax the form', pieceMin: 5 }
  const recipe = await createRecipe(
    manager,
    { ...disc, name: 'Waxed disc', course: [wax, ...disc.course] },
    now,
  )
  const order = await createOrder(manager, anOrderFor(recipe.id, 2), now)
  lineId = order.lines[0]!.id
  await makePlan(manager, solve, now, null)
})
afterAll(leaveDatabase)

const tellWax = (kind: 'done' | 'taken back', at: Date) =>
  tellWork(
    maker,
    [
      {
        key: `00000000-0000-4000-8000-${String(keys++).padStart(12, '0')}`,
        kind,
        lineId,
        what: 'wax',
        visit: null,
        layer: null,
        first: 1,
        pieces: 2,
        at: at.toISOString(),
        personId: maker.personId,
        untilAt: null,
        tookMin: null,
        reason: '',
        answer: '',
        amount: null,
      },
    ],
    at,
  )
const waiting = () =>
  knex('plan_proposals').where({ workspace_id: manager.workspaceId, follows: true })
/** What the queue does once the time to gather is over. */
async function follow(at: Date): Promise<number | null> {
  await waiting().update({ not_before: null })
  const claimed = await claimProposal(knex, 'the test', 60_000)
  if (!claimed) return null
  await followPlan((await getProposal(knex, claimed.workspaceId, claimed.id))!, solve, null, at)
  return claimed.id
}
const waxing = async () =>
  (await currentPlan(manager))!.tasks.filter(({ does }) => does?.what === 'wax')

test('what is told twice is followed once, and not before the time to tell more is over', async () => {
  await tellWax('done', now)
  await tellWax('taken back', now)
  expect(await waiting().where({ state: 'waiting' })).toHaveLength(1)
  expect(await claimProposal(knex, 'too early', 60_000)).toBeNull()
  await follow(now)
})

test('the plan loses what is done, and taking back goes to before what somebody decided', async () => {
  const before = (await currentPlan(manager))!
  expect(await waxing()).toHaveLength(1)
  await tellWax('done', now)
  await follow(now)
  const after = (await currentPlan(manager))!
  expect(after.id).not.toBe(before.id)
  expect(await waxing()).toHaveLength(0)
  expect(after).toMatchObject({ madeBy: maker.name, slip: null, canUndo: before.canUndo })
})

test('while somebody looks at what they asked for, it waits', async () => {
  const before = (await currentPlan(manager))!
  await tellWax('taken back', minute(1))
  const asked = await propose(manager, { kind: 'keep', terms: NO_TERMS, suppose: [] }, minute(1))
  await knex('plan_proposals').where({ id: asked }).update({ state: 'done' })
  const id = (await follow(minute(2)))!
  expect((await getProposal(knex, manager.workspaceId, id))!.state).toBe('waiting')
  expect((await currentPlan(manager))!.id).toBe(before.id)
  expect(await follow(minute(4))).toBe(id)
  expect((await getProposal(knex, manager.workspaceId, id))!.state).toBe('accepted')
  expect(await waxing()).toHaveLength(1)
  // Of plans that only followed, the last is kept: nobody goes back to the others.
  expect(await knex('plans').where({ followed: true })).toHaveLength(1)
})

test('what runs late moves by itself; where a promise slips by it, the plan waits for somebody', async () => {
  const before = (await currentPlan(manager))!
  await knex('plans').update({ made_at: now })
  await followWhatIsLate(minute(5))
  expect(await waiting().where({ state: 'waiting' })).toHaveLength(0)

  // Eight weeks later nobody has done anything, and the promise is past.
  const later = minute(56 * 24 * 60)
  await followWhatIsLate(later)
  await followWhatIsLate(later)
  expect(await waiting().where({ state: 'waiting' })).toHaveLength(1)
  const id = (await follow(later))!
  const plan = (await currentPlan(manager))!
  expect(plan.id).toBe(before.id)
  expect(plan.slip).toMatchObject({ proposalId: id, orderIds: [expect.any(Number)] })
  // It has been asked already, and is not asked again at once.
  await followWhatIsLate(later)
  expect(await waiting().where({ state: 'waiting' })).toHaveLength(0)

  const taken = await acceptProposal(manager, id, later)
  expect(taken.promises[0]!.lateMin).toBeGreaterThan(0)
  expect((await currentPlan(manager))!.slip).toBeNull()
})

test('a workshop that wants to be asked is not followed', async () => {
  const rules = await houseRules(manager)
  await saveRules(manager, { ...rules, planFollows: 'asked' }, now)
  await tellWax('done', minute(6))
  await knex('plans').update({ made_at: now })
  await followWhatIsLate(minute(90 * 24 * 60))
  expect(await waiting().where({ state: 'waiting' })).toHaveLength(0)
})
