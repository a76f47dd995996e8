import { planWork } from '../../core/plan'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { isOfClock, makerId } from '../../core/tasks'
import { RESINS } from '../../demo/resins'
import {
  claimProposal,
  getProposal as readProposal,
  moveProposal,
  renewLease,
} from '../../server/db/proposals'
import { createOrder } from '../../server/services/orders/orders'
import { makePlan } from '../../server/services/planning/propose/makePlan'
import { planQuestion } from '../../server/services/planning/planQuestion'
import {
  acceptProposal,
  cancelProposal,
  getProposal,
  propose,
  restorePlan,
  workOutProposal,
} from '../../server/services/planning/propose/proposals'
import { withShiftChanges } from '../../server/services/planning/situation/terms'
import type { Solve } from '../../server/services/planning/choose/planAll'
import { currentPlan } from '../../server/services/planning/plans'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import type { Who } from '../../server/services/Who'
import type { PlanView } from '../../shared/types/plan'
import { NO_TERMS, type PlanTerms } from '../../shared/schemas/planTerms'
import type { PlanAsk } from '../../shared/schemas/proposals'
import type { RecipeRow } from '../../shared/types/recipes'
import type { ResinRow } from '../../shared/types/resins'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { allSaid } from '../../shared/words'
import { aDisc, refusal, solve } from './given'

let knex: Knex
let [manager, maker]: Who[] = []
let recipe: RecipeRow
let resin: ResinRow
/** A Monday morning. */
const now = new Date('2026-03-02T08:30:00.000Z')
const weigh = null
const ask = (terms: Partial<PlanTerms>, more: Partial<PlanAsk> = {}): PlanAsk => ({
  kind: 'keep',
  suppose: [],
  terms: { ...NO_TERMS, ...terms },
  ...more,
})

/** Asks, and works it out as the queue does. */
async function proposal(who: Who, what: PlanAsk, at = now) {
  const id = await propose(who, what, at)
  const stored = (await readProposal(knex, who.workspaceId, id))!
  await moveProposal(knex, id, ['waiting'], 'done', {
    outcome: await workOutProposal(stored, solve, weigh, at),
  })
  return getProposal(who, id)
}
const pours = (plan: Pick<PlanView, 'tasks'>) => plan.tasks.filter((task) => task.kind === 'pour')
const starts = (plan: Pick<PlanView, 'tasks'>) =>
  new Map(plan.tasks.map((task) => [task.key, `${task.startAt} ${task.personId}`]))

beforeAll(async () => {
  knex = await freshDatabase()
  const people = await aWorkshop(knex)
  ;[manager, maker] = [people.manager, people.maker]
  resin = await createResin(manager!, RESINS[0]!, now)
  const [mould] = (await knex('moulds')
    .where({ workspace_id: manager!.workspaceId })
    .select('id')) as { id: number }[]
  recipe = await createRecipe(manager!, aDisc(resin.id, mould!.id), now)
  await knex('moulds').where({ id: mould!.id }).update({ count: 1 })
  for (const [title, quantity] of [
    ['First disc', 1],
    ['Second disc', 1],
    ['Third disc', 1],
  ] as const) {
    await createOrder(
      manager!,
      {
        kind: 'commission',
        title,
        customer: 'Somebody',
        promisedAt: '2026-03-20T15:00:00.000Z',
        state: 'accepted',
        colours: '',
        wish: '',
        note: '',
        lines: [{ recipeId: recipe.id, quantity }],
      },
      now,
    )
  }
  await makePlan(manager!, solve, now, weigh)
})
afterAll(leaveDatabase)

describe('a proposal', () => {
  test('that changes nothing moves nothing', async () => {
    const found = await proposal(manager!, ask({}))
    expect(found).toMatchObject({
      state: 'done',
      progress: 1,
      message: null,
      askedBy: manager!.name,
      outcome: { moved: [] },
    })
    expect(starts(found.outcome!)).toEqual(starts((await currentPlan(manager!))!))
  })

  test('with a pin moves what follows, names it, and holds once it is accepted; an undo takes it all back, a redo brings it again', async () => {
    const before = (await currentPlan(manager!))!
    const last = pours(before).at(-1)!
    const startAt = new Date(Date.parse(last.startAt) + 24 * 3_600_000).toISOString()
    const pins = [{ taskKey: last.key, startAt, personId: maker!.personId }]
    const found = await proposal(manager!, ask({ pins }))
    expect(found.outcome!.moved.find((task) => task.key === last.key)).toMatchObject({
      fromAt: last.startAt,
      toAt: startAt,
      toPersonId: maker!.personId,
      title: last.title,
    })
    expect((await currentPlan(manager!))!.id).toBe(before.id)

    const after = await acceptProposal(manager!, found.id, now)
    expect(after.terms.pins).toEqual(pins)
    expect(pours(after).find((task) => task.key === last.key)).toMatchObject({
      startAt,
      personId: maker!.personId,
    })
    expect([after.canUndo, after.canRedo]).toEqual([true, false])

    const undone = await restorePlan(maker!, after.id, 'undo', solve, weigh, now)
    expect(starts(undone)).toEqual(starts(before))
    expect([undone.terms.pins, undone.canRedo]).toEqual([[], true])
    const redone = await restorePlan(manager!, undone.id, 'redo', solve, weigh, now)
    expect(starts(redone)).toEqual(starts(after))
    expect(redone.canRedo).toBe(false)
    // And once more back, so that the other tests begin where this one did.
    const back = await restorePlan(manager!, redone.id, 'undo', solve, weigh, now)
    expect(starts(back)).toEqual(starts(before))
  })

  test('holds the pin when everything is planned afresh', async () => {
    const last = pours((await currentPlan(manager!))!).at(-1)!
    const startAt = new Date(Date.parse(last.startAt) + 24 * 3_600_000).toISOString()
    const found = await proposal(
      manager!,
      ask({ pins: [{ taskKey: last.key, startAt, personId: null }] }, { kind: 'afresh' }),
    )
    expect(found.outcome!.tasks.find((task) => task.key === last.key)!.startAt).toBe(startAt)
  })

  test('is told who was faster', async () => {
    const [mine, theirs] = [await proposal(manager!, ask({})), await proposal(maker!, ask({}))]
    const accepted = await acceptProposal(maker!, theirs.id, now)
    const refused = await refusal(acceptProposal(manager!, mine.id, now))
    expect(refused).toMatchObject({
      code: 'conflict',
      message: expect.stringContaining(maker!.name),
    })
    expect(refused!.details.current).toMatchObject({ id: accepted.id })
    expect(await refusal(acceptProposal(maker!, theirs.id, now))).toMatchObject({
      code: 'conflict',
    })
    expect(
      await refusal(restorePlan(manager!, accepted.id - 1, 'undo', solve, weigh, now)),
    ).toMatchObject({ code: 'conflict' })
  })

  test('accepted while somebody plans all afresh is built upon, and not lost', async () => {
    const last = pours((await currentPlan(manager!))!).at(-1)!
    const startAt = new Date(Date.parse(last.startAt) + 24 * 3_600_000).toISOString()
    const theirs = await proposal(
      maker!,
      ask({ pins: [{ taskKey: last.key, startAt, personId: null }] }),
    )
    let accepted: PlanView | null = null
    const interrupted: Solve = async (work) => {
      accepted ??= await acceptProposal(maker!, theirs.id, now)
      return solve(work)
    }
    const after = await makePlan(manager!, interrupted, now, weigh)
    expect(after.terms.pins).toEqual(accepted!.terms.pins)
    expect(pours(after).find((task) => task.key === last.key)!.startAt).toBe(startAt)
    expect((await restorePlan(manager!, after.id, 'undo', solve, weigh, now)).terms.pins).toEqual(
      accepted!.terms.pins,
    )

    let plans = 0
    const never: Solve = async (work) => {
      await acceptProposal(maker!, (await proposal(maker!, ask({}))).id, now)
      plans++
      return solve(work)
    }
    expect(await refusal(makePlan(manager!, never, now, weigh))).toMatchObject({ code: 'conflict' })
    expect(plans).toBeGreaterThan(1)
    await acceptProposal(manager!, (await proposal(manager!, ask({}))).id, now)
  })

  test('of half an hour ago is not taken any more', async () => {
    const found = await proposal(manager!, ask({}))
    expect(
      await refusal(acceptProposal(manager!, found.id, new Date(now.getTime() + 31 * 60_000))),
    ).toMatchObject({ code: 'conflict' })
  })

  test('takes hands away, and gives them back with an undo', async () => {
    const before = (await currentPlan(manager!))!
    const { personId } = before.tasks.find((task) => task.personId !== null)!
    const toAt = '2026-03-14T00:00:00.000Z'
    const away = [{ personId: personId!, fromAt: '2026-03-02T00:00:00.000Z', toAt }]
    const found = await proposal(manager!, ask({ away }))
    const { tasks } = found.outcome!
    expect(tasks.map((task) => task.key).sort()).toEqual(
      before.tasks.map((task) => task.key).sort(),
    )
    expect(tasks.filter((task) => task.personId === personId && task.startAt < toAt)).toEqual([])
    const accepted = await acceptProposal(manager!, found.id, now)
    // What is planned later knows of it, too.
    const later = await makePlan(manager!, solve, now, weigh, 'keep')
    expect(later.terms.away).toEqual(away)
    expect(starts(later)).toEqual(starts(accepted))
    const undone = await restorePlan(manager!, later.id, 'undo', solve, weigh, now)
    const given = await restorePlan(manager!, undone.id, 'undo', solve, weigh, now)
    expect(given.terms.away).toEqual([])
    expect(starts(given)).toEqual(starts(before))
  })

  test('plans orders whose pots nobody has arranged, as before this version', async () => {
    const before = (await currentPlan(manager!))!
    await knex('pots').where({ workspace_id: manager!.workspaceId, state: 'planned' }).delete()
    expect((await currentPlan(manager!))!.tasks).toEqual(before.tasks)
    const found = await proposal(manager!, ask({}, { kind: 'afresh' }))
    expect(found.outcome!.tasks.filter((task) => task.kind === 'pour')).toHaveLength(
      pours(before).length,
    )
    expect(found.outcome!.promises.every((promise) => promise.readyAt !== null)).toBe(true)
    // The tests after this one plan on from pots that there are.
    await makePlan(manager!, solve, now, weigh)
  })

  test('mixes nothing from a resin that is still on its way', async () => {
    const found = await proposal(
      manager!,
      ask({ deliveries: [{ resinId: resin.id, at: '2026-03-09T10:00:00.000Z' }] }),
    )
    const mixes = found.outcome!.tasks.filter((task) => task.kind === 'mix')
    expect(mixes.length).toBeGreaterThan(0)
    expect(mixes.every((task) => task.startAt >= '2026-03-09T10:00')).toBe(true)
  })

  test('supposes a second mould, a failed piece and a commission, and none of them can be accepted', async () => {
    const plan = (await currentPlan(manager!))!
    const end = (tasks: readonly { endAt: string }[]) =>
      tasks
        .map((task) => task.endAt)
        .sort()
        .at(-1)!
    const terms = plan.terms
    const second = await proposal(manager!, {
      kind: 'improve',
      terms,
      suppose: [{ kind: 'mould', mouldId: recipe.mouldId!, copies: 2 }],
    })
    expect(end(second.outcome!.tasks) < end(plan.tasks)).toBe(true)

    const lineId = plan.tasks[0]!.orderLineId
    const failed = await proposal(manager!, {
      kind: 'keep',
      terms,
      suppose: [{ kind: 'failed', lineId, pieces: 1 }],
    })
    expect(pours(failed.outcome!)).toHaveLength(pours(plan).length + 1)
    expect(failed.outcome!.moved).toEqual([])
    const promise = (tasks: { promises: PlanView['promises'] }) =>
      tasks.promises.find((one) => one.orderId === plan.tasks[0]!.orderId)!.readyAt!
    expect(promise(failed.outcome!) > promise(plan)).toBe(true)

    const rush = await proposal(manager!, {
      kind: 'keep',
      terms,
      suppose: [{ kind: 'order', recipeId: recipe.id, quantity: 2, promisedAt: null }],
    })
    expect(rush.outcome!.promises.find((one) => one.orderId === -1)!.readyAt).not.toBeNull()
    for (const one of [second, failed, rush])
      expect(await refusal(acceptProposal(manager!, one.id, now))).toMatchObject({
        code: 'invalid-input',
      })
    expect(await knex('pots').where('letter', '')).toEqual([])
  })

  test('is one worker’s at a time, tells how far it is, and is nobody’s once it is cancelled', async () => {
    const id = await propose(manager!, ask({}), now)
    const claims = await Promise.all(
      ['one', 'two', 'three'].map((worker) => claimProposal(knex, worker, 60_000)),
    )
    expect(claims.filter((claim) => claim !== null)).toEqual([
      { id, workspaceId: manager!.workspaceId },
    ])
    const worker = ['one', 'two', 'three'][claims.findIndex((claim) => claim !== null)]!
    expect(await renewLease(knex, id, worker, { leaseMs: 60_000, progress: 0.4 })).toBe(true)
    expect(await renewLease(knex, id, 'another', { leaseMs: 1, progress: 0 })).toBe(false)
    expect((await getProposal(manager!, id)).progress).toBe(0.4)
    await cancelProposal(manager!, id, now)
    expect(await renewLease(knex, id, worker, { leaseMs: 60_000, progress: 0.5 })).toBe(false)
    expect(await moveProposal(knex, id, ['running'], 'done')).toBe(false)
    expect(await claimProposal(knex, 'two', 60_000)).toBeNull()
  })
  test('of several people is worked out in turn, and of one person only a few at a time', async () => {
    const asked = [
      await propose(manager!, ask({}), now),
      await propose(manager!, ask({}), now),
      await propose(manager!, ask({}), now),
      await propose(maker!, ask({}), now),
    ]
    expect(await refusal(propose(manager!, ask({}), now))).toMatchObject({ code: 'too-many-tries' })
    const served: number[] = []
    for (;;) {
      const claim = await claimProposal(knex, 'one', 60_000)
      if (!claim) break
      served.push(asked.indexOf(claim.id))
      await moveProposal(knex, claim.id, ['running'], 'cancelled')
    }
    // The manager was served before; the maker's turn comes before the manager's third.
    expect([...served].sort()).toEqual([0, 1, 2, 3])
    expect(served.indexOf(3)).toBeLessThan(2)
  })

  test('is not for other workshops', async () => {
    const other = await aWorkshop(knex, 'Other yard')
    const found = await proposal(manager!, ask({}))
    expect(await refusal(getProposal(other.manager, found.id))).toMatchObject({
      code: 'unknown',
    })
    expect(await refusal(acceptProposal(other.manager, found.id, now))).toMatchObject({
      code: 'unknown',
    })
    expect(await planQuestion(other.manager, now)).toBeNull()
  })
})

test('the question of the plan that holds is answered by the plan that holds', async () => {
  const question = (await planQuestion(manager!, now))!
  const again = planWork(
    {
      request: question.request,
      pins: question.pins,
      keep: question.planned,
      improves: false,
      tries: 10,
    },
    { now: () => 0, startedAt: 0 },
  )
  if (!again.ok) throw new Error(allSaid(again.issues))
  const at = new Map(question.planned.map((task) => [task.id, task.startMin]))
  expect(
    again.value.tasks
      .filter((task) => at.has(task.id))
      .every((task) => task.startMin === at.get(task.id)),
  ).toBe(true)
  expect(Object.keys(question.titles).sort()).toEqual(
    question.request.tasks
      .map((task) => task.id)
      .filter((id) => !isOfClock(id))
      .sort(),
  )
})

test('hours away cut shifts, hours beyond them are added and join', () => {
  const origin = new Date('2026-03-02T00:00:00.000Z')
  const room = {
    makers: [
      {
        id: makerId.of(7),
        skills: [],
        shifts: [
          [480, 1080],
          [1920, 2520],
        ] as [number, number][],
      },
    ],
    stations: [],
    places: [],
    moulds: [],
    ownOnly: [],
    range: { coldC: 18, warmC: 20 },
    box: {
      tempC: 42,
      areaCm2: 100,
      runs: [
        [420, 1320],
        [1860, 2760],
      ] as [number, number][],
    },
  }
  const at = (minute: number) => new Date(origin.getTime() + minute * 60_000).toISOString()
  const changed = (terms: Partial<PlanTerms>) =>
    withShiftChanges(room, { ...NO_TERMS, ...terms }, origin)
  const shifts = (terms: Partial<PlanTerms>) => changed(terms).makers[0]!.shifts
  expect(shifts({ away: [{ personId: 7, fromAt: at(600), toAt: at(2000) }] })).toEqual([
    [480, 600],
    [2000, 2520],
  ])
  expect(shifts({ extra: [{ personId: 7, fromAt: at(1080), toAt: at(1200) }] })).toEqual([
    [480, 1200],
    [1920, 2520],
  ])
  expect(shifts({ away: [{ personId: 8, fromAt: at(0), toAt: at(3000) }] })).toEqual([
    [480, 1080],
    [1920, 2520],
  ])
  expect(
    changed({
      boxOn: [{ fromAt: at(1320), toAt: at(1440) }],
      boxOff: [{ fromAt: at(1440), toAt: at(2000) }],
    }).box!.runs,
  ).toEqual([
    [420, 1440],
    [2000, 2760],
  ])
  expect(withShiftChanges({ ...room, box: null }, NO_TERMS, origin).box).toBeNull()
})

test('what has begun goes on to its planned end; what waits for something undone has not begun', async () => {
  const plan = (await currentPlan(manager!))!
  const first = plan.tasks
    .filter((task) => task.attended)
    .sort((x, y) => x.startAt.localeCompare(y.startAt))[0]!
  const inside = new Date(Date.parse(first.startAt) + 2 * 60_000)
  const question = (await planQuestion(manager!, inside))!
  expect(question.pins).toContainEqual({
    task: first.key,
    startMin: 0,
    maker: `p${first.personId}`,
  })
  const found = await proposal(manager!, ask({}, { terms: plan.terms }), inside)
  expect(found.outcome!.moved).toEqual([])
  expect(found.outcome!.tasks.find((task) => task.key === first.key)).toMatchObject({
    endAt: first.endAt,
    personId: first.personId,
  })
})
