import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { odds } from '../../core/odds'
import { RESINS } from '../../demo/resins'
import { getProposal as readProposal, moveProposal } from '../../server/db/proposals'
import { AppError } from '../../server/services/AppError'
import { createOrder } from '../../server/services/orders/orders'
import { makePlan } from '../../server/services/planning/propose/makePlan'
import type { Weigh } from '../../server/services/planning/choose/oddsOf'
import {
  acceptProposal,
  getProposal,
  propose,
  workOutProposal,
} from '../../server/services/planning/propose/proposals'
import { NO_TERMS } from '../../shared/schemas/planTerms'
import { currentPlan } from '../../server/services/planning/plans'
import { gatherPots, openPots } from '../../server/services/pots/pots'
import { createRecipe } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import type { Who } from '../../server/services/Who'
import type { Pot } from '../../shared/types/pots'
import type { AskKind } from '../../shared/schemas/proposals'
import type { Proposal } from '../../shared/types/proposals'
import { layer, recipe as block, step } from '../fixtures/studio'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { solve } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
let knex: Knex
let manager: Who
let maker: Who

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker } = await aWorkshop(knex))
  const [slow, quick] = [
    await createResin(manager, RESINS[0]!, now),
    await createResin(manager, RESINS[1]!, now),
  ]
  const recipeOf = async (name: string, resinId: number) => {
    const { id: _id, ...fields } = block({
      name,
      mouldId: null,
      steps: [step({ phase: 'after', waitsFor: 'sand', skill: 'finish' })],
      layers: [layer({ id: 0, resinId, fill: { depthMm: 8 } })],
    })
    return createRecipe(manager, { ...fields, archived: false }, now)
  }
  const [slab, tile] = [await recipeOf('Slab', slow.id), await recipeOf('Tile', quick.id)]
  for (const [title, recipeId] of [
    ['One slab', slab.id],
    ['Another slab', slab.id],
    ['One tile', tile.id],
  ] as const) {
    await createOrder(
      manager,
      {
        kind: 'commission',
        title,
        customer: 'Somebody',
        promisedAt: '2026-04-20T15:00:00.000Z',
        state: 'accepted',
        colours: '',
        wish: '',
        note: '',
        lines: [{ recipeId, quantity: 1 }],
      },
      now,
    )
  }
  await makePlan(manager, solve, now)
})
afterAll(leaveDatabase)

const weigh: Weigh = (request) => Promise.resolve(odds({ ...request, runs: 20 }))

async function proposal(kind: AskKind): Promise<Proposal> {
  const id = await propose(manager, { kind, terms: NO_TERMS, suppose: [] }, now)
  const stored = (await readProposal(knex, manager.workspaceId, id))!
  await moveProposal(knex, id, ['waiting'], 'done', {
    outcome: await workOutProposal(stored, solve, weigh, now),
  })
  return getProposal(manager, id)
}
const titlesOf = (pots: readonly Pot[]) =>
  pots
    .map((pot) =>
      pot.portions
        .map((portion) => portion.orderTitle)
        .sort()
        .join(' + '),
    )
    .sort()
const apart = ['Another slab', 'One slab', 'One tile']

test('the first plan leaves every order its own pot', async () => {
  expect(titlesOf(await openPots(manager))).toEqual(apart)
})
test('what only moves or improves the plan leaves the pots alone', async () => {
  for (const kind of ['keep', 'improve'] as const)
    expect((await proposal(kind)).outcome!.mixes).toEqual([])
})
test('planned afresh, two of one resin are proposed as one mix, which is not made before it is accepted', async () => {
  const letters = (await openPots(manager))
    .filter((pot) => pot.portions[0]!.orderTitle.endsWith('slab'))
    .map((pot) => pot.letter)
  const found = await proposal('afresh')
  expect(found.outcome!.mixes).toHaveLength(1)
  const [mix] = found.outcome!.mixes
  expect([...mix!.letters].sort()).toEqual([...letters].sort())
  // Weighing 4 min and stirring 4 min once less; the film of one cup, 2.5 ml, and 6 % in reserve of
  // it.
  expect(mix!.savesMin).toBe(8)
  expect(mix!.savesMl).toBeCloseTo(2.5 * 1.06, 3)
  expect(found.outcome!.tasks.filter((task) => task.kind === 'mix')).toHaveLength(2)
  expect(found.outcome!.tasks.filter((task) => task.kind === 'pour')).toHaveLength(3)
  expect(titlesOf(await openPots(manager))).toEqual(apart)
})
test('a pot that somebody changed meanwhile makes it void as a whole', async () => {
  const found = await proposal('afresh')
  const before = (await currentPlan(manager))!
  const slabs = (await openPots(manager)).filter((pot) =>
    pot.portions[0]!.orderTitle.endsWith('slab'),
  )
  // Pours the same from the same pots: only the versions are new.
  await gatherPots(
    maker,
    {
      from: slabs.map(({ id, version }) => ({ id, version })),
      pots: slabs.map((pot) => ({
        keep: pot.id,
        portions: pot.portions.map(({ lineId, layer: { id }, firstPiece, pieces }) => ({
          lineId,
          layerId: id,
          firstPiece,
          pieces,
        })),
      })),
    },
    now,
  )
  const refused = await acceptProposal(manager, found.id, now).then(
    () => null,
    (error: unknown) => error,
  )
  expect(refused).toBeInstanceOf(AppError)
  expect(refused).toMatchObject({ code: 'conflict' })
  expect((await currentPlan(manager))!.id).toBe(before.id)
  expect((await getProposal(manager, found.id)).state).toBe('done')
  expect(titlesOf(await openPots(manager))).toEqual(apart)
})
test('accepted, the mix is one pot with the letter that stays, and the next plan asks nothing more', async () => {
  const found = await proposal('afresh')
  await acceptProposal(manager, found.id, now)
  const pots = await openPots(manager)
  expect(titlesOf(pots)).toEqual(['Another slab + One slab', 'One tile'])
  const together = pots.find((pot) => pot.portions.length === 2)!
  expect(together).toMatchObject({ letter: found.outcome!.mixes[0]!.letters[0], gathered: true })
  expect(together.startAt).toBe(
    found.outcome!.tasks.find((task) => task.kind === 'mix' && task.potId === together.id)!.startAt,
  )
  const again = await proposal('keep')
  expect(again.outcome).toMatchObject({ moved: [], mixes: [] })
})
