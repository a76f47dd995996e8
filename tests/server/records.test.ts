import { courseWithLayer } from '../../core/recipe'
import { newMix, newPour } from '../../core/trade'
import type { PieceState } from '../../core/run'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { planWork } from '../../core/plan'
import { RESINS } from '../../demo/resins'
import { recentPours } from '../../server/db/runs'
import { listNotebook } from '../../server/services/pieces/pieces'
import { createOrder, saveOrder } from '../../server/services/orders/orders'
import { makePlan } from '../../server/services/planning/propose/makePlan'
import type { Solve } from '../../server/services/planning/choose/planAll'
import { readExperience } from '../../server/services/planning/situation/experience'
import { currentPlan } from '../../server/services/planning/plans'
import { openPots } from '../../server/services/pots/pots'
import { createRecipe, listRecipes, saveRecipe } from '../../server/services/recipes/recipes'
import { createResin, listResins, saveResin } from '../../server/services/resins/resins'
import { addRunEvents, startRun } from '../../server/services/runs/runs'
import type { Who } from '../../server/services/Who'
import { getWorkshop } from '../../server/services/workshop/workshop'
import type { OrderFields } from '../../shared/schemas/orders'
import type { RecipeRow } from '../../shared/types/recipes'
import type { KeyedRunEvent } from '../../shared/schemas/runs'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, refusal } from './given'

let knex: Knex
let manager: Who
let recipe: RecipeRow
const now = new Date('2026-03-02T09:00:00.000Z')
const at = (minutes: number) => new Date(now.getTime() + minutes * 60_000)
const solve: Solve = (work) => Promise.resolve(planWork(work, { now: () => 0, startedAt: 0 }))
const anOrder = (changes: Partial<OrderFields> = {}): OrderFields => ({
  kind: 'commission',
  title: 'One disc',
  customer: 'Somebody',
  promisedAt: '2026-04-20T15:00:00.000Z',
  state: 'accepted',
  colours: '',
  wish: '',
  note: '',
  lines: [{ recipeId: recipe.id, quantity: 1 }],
  ...changes,
})
const event = (index: number, body: object): KeyedRunEvent =>
  ({ ...body, key: `00000000-0000-4000-9000-${String(index).padStart(12, '0')}` }) as KeyedRunEvent

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager } = await aWorkshop(knex))
  const resin = await createResin(manager, RESINS[0]!, now)
  recipe = await createRecipe(manager, aDisc(resin.id), now)
})
afterAll(leaveDatabase)

describe('a resin', () => {
  test.each([
    [
      { heatC: 140.5, whiteHold: 5, leadDays: 9 },
      { heatC: 140.5, whiteHold: 5, leadDays: 9 },
    ],
    [
      { heatC: undefined, whiteHold: undefined, leadDays: 0 },
      { heatC: undefined, whiteHold: undefined, leadDays: 0 },
    ],
  ])('keeps what is known of it for choosing: %j', async (known, kept) => {
    const saved = await createResin(
      manager,
      { ...RESINS[0]!, name: `Choice ${known.leadDays}`, ...known },
      now,
    )
    const read = (await listResins(manager)).find((one) => one.id === saved.id)!
    expect({
      heatC: read.heatC,
      whiteHold: read.whiteHold,
      leadDays: read.leadDays,
    }).toEqual(kept)
  })
  test('its milestones are replaced as a whole', async () => {
    const { id, version, ...fields } = await createResin(
      manager,
      { ...RESINS[1]!, name: 'Milestones' },
      now,
    )
    const saved = await saveResin(
      manager,
      id,
      { ...fields, version, milestones: { ...fields.milestones, demould: 777 } },
      at(1),
    )
    expect(saved.milestones).toEqual({ ...fields.milestones, demould: 777 })
    expect(await knex('resin_milestones').where({ resin_id: id })).toHaveLength(7)
  })
})

describe('a recipe', () => {
  test('keeps its layers’ keys while they stay, and their order', async () => {
    const { id, version, ...fields } = recipe
    const two = await saveRecipe(
      manager,
      id,
      {
        ...fields,
        version,
        ...courseWithLayer(
          fields,
          1,
          { ...fields.layers[0]!, id: 0, key: 'l2', name: 'second', fill: { toBrim: true } },
          [
            newMix('e90', 'l2', { stirMin: 3, secondCup: false }),
            newPour('e91', 'l2', { cup: fields.layers[0]!.cups[0]!.key }, 2),
          ],
        ),
      },
      at(1),
    )
    expect(two.layers.map((layer) => layer.name)).toEqual([fields.layers[0]!.name, 'second'])
    expect(two.layers[0]!.id).toBe(fields.layers[0]!.id)
    recipe = await saveRecipe(manager, id, { ...fields, version: two.version }, at(2))
    expect((await listRecipes(manager)).find((one) => one.id === id)?.layers).toHaveLength(1)
  })
  test('of another workshop’s mould or resin is refused at the field', async () => {
    const stranger = (await aWorkshop(knex, 'Far yard')).manager
    const foreign = (await knex('moulds')
      .where({ workspace_id: stranger.workspaceId })
      .first('id')) as { id: number }
    const { id: _id, version: _version, ...fields } = recipe
    expect(
      (
        await refusal(
          createRecipe(manager, { ...fields, name: 'Borrowed', mouldId: foreign.id }, now),
        )
      )?.details.issues?.[0]?.path,
    ).toBe('mouldId')
    expect(
      (await refusal(createRecipe(stranger, { ...fields, mouldId: null }, now)))?.details
        .issues?.[0]?.path,
    ).toBe('layers[0].resinId')
  })
})

describe('what has been poured stays for the record', () => {
  test('a layer that a pot is mixed for can leave its recipe; its pot is poured all the same', async () => {
    await createOrder(manager, anOrder(), now)
    await makePlan(manager, solve, now)
    const [pot] = await openPots(manager)
    const run = await startRun(manager, pot!.id, { kind: 'scale', step: 0.1, tare: true }, now)
    const { id, version, ...fields } = recipe
    await saveRecipe(
      manager,
      id,
      { ...fields, version, layers: [{ ...fields.layers[0]!, id: 0, name: 'new' }] },
      at(3),
    )
    expect(
      (await listRecipes(manager)).find((one) => one.id === id)?.layers.map((layer) => layer.name),
    ).toEqual(['new'])
    expect((await openPots(manager))[0]?.portions[0]?.layer.name).toBe(fields.layers[0]!.name)

    const place = (await knex('places')
      .where({ workspace_id: manager.workspaceId, name: 'North rack' })
      .first('id')) as { id: number }
    const weighed = run.targets.parts.map((part, i) =>
      event(i, { kind: 'weighed', part: part.part, amount: part.ownAmount, at: at(i).getTime() }),
    )
    const done = ['stirStarted', 'stirEnded', 'pourStarted', 'pourEnded'].map((kind, i) =>
      event(10 + i, { kind, at: at(3 + 4 * i).getTime() }),
    )
    await addRunEvents(
      manager,
      run.id,
      [
        ...weighed,
        ...done,
        ...run.targets.heatAfterMin.map((_, index) =>
          event(20 + index, { kind: 'heatPass', index, at: at(20).getTime() }),
        ),
        event(30, { kind: 'cureStarted', placeId: place.id, at: at(40).getTime() }),
      ],
      at(41),
    )
  })
  test('taking the cure back lays the pieces off the rack again, and doing it again brings them back', async () => {
    const { id } = (await knex('runs')
      .where({ workspace_id: manager.workspaceId })
      .first('id')) as { id: number }
    const poured = () =>
      knex('piece_events').where({ workspace_id: manager.workspaceId, kind: 'poured' })
    expect(await poured()).toHaveLength(1)
    await addRunEvents(manager, id, [event(31, { kind: 'undone', at: at(42).getTime() })], at(42))
    expect(await poured()).toHaveLength(0)
    const place = (await knex('places')
      .where({ workspace_id: manager.workspaceId, name: 'Stove rack' })
      .first('id')) as { id: number }
    await addRunEvents(
      manager,
      id,
      [event(32, { kind: 'cureStarted', placeId: place.id, at: at(43).getTime() })],
      at(43),
    )
    expect(await poured()).toHaveLength(1)
    expect(
      await knex('pieces').where({ workspace_id: manager.workspaceId }).first('place_id'),
    ).toEqual({ place_id: place.id })
  })
  test('an order line that was poured cannot be taken out of its order', async () => {
    const row = (await knex('orders')
      .where({ workspace_id: manager.workspaceId, title: 'One disc' })
      .first('id', 'version')) as { id: number; version: number }
    const refused = await refusal(
      saveOrder(manager, row.id, { ...anOrder(), version: row.version }, at(60)),
    )
    expect(refused?.message).toContain('stays for the record')
  })
  test('the notebook tells it against the plan', async () => {
    const page = await listNotebook(manager, { find: '', state: null }, null)
    expect(page.rows).toHaveLength(1)
    expect(page.rows[0]).toMatchObject({
      state: 'curing',
      pouredAt: at(15).toISOString(),
      orderTitle: 'One disc',
    })
    expect(page.rows[0]!.plannedAt).not.toBeNull()
    const found = async (find: string, state: PieceState | null = null) =>
      (await listNotebook(manager, { find, state }, null)).rows.length
    expect(await found('one pendulum')).toBe(1)
    expect(await found('%')).toBe(0)
    expect(await found('', 'curing')).toBe(1)
    expect(await found('', 'lost')).toBe(0)
  })
})

describe('the plan', () => {
  test('is the newest one, and a pot given up gets another in the next', async () => {
    await createOrder(manager, anOrder({ title: 'Another disc' }), at(70))
    await makePlan(manager, solve, at(70))
    const potFor = async (title: string) =>
      (await openPots(manager)).find((one) =>
        one.portions.some((portion) => portion.orderTitle === title),
      )!
    const pot = await potFor('Another disc')
    const run = await startRun(manager, pot.id, { kind: 'scale', step: 0.1, tare: true }, at(71))
    await addRunEvents(
      manager,
      run.id,
      [event(50, { kind: 'spoiled', at: at(72).getTime() })],
      at(72),
    )
    const renewed = await makePlan(manager, solve, at(75))
    expect((await currentPlan(manager))?.id).toBe(renewed.id)
    expect(renewed.madeAt).toBe(at(75).toISOString())
    expect(
      renewed.promises.find((promise) => promise.title === 'Another disc')?.readyAt,
    ).toBeTruthy()
    const next = await potFor('Another disc')
    expect([next.state, next.id === pot.id, next.portions]).toEqual([
      'planned',
      false,
      pot.portions,
    ])
  })
  test('names everybody’s hands and shifts from the workshop', async () => {
    const workshop = await getWorkshop(manager)
    expect(workshop.people.map((person) => person.role).sort()).toEqual([
      'guest',
      'maker',
      'manager',
    ])
    expect(
      workshop.shifts
        .filter((shift) => shift.personId === manager.personId)
        .map((shift) => shift.weekday)
        .sort(),
    ).toEqual([1, 2, 3, 4, 5])
  })
})

test('what the log teaches: pours that took longer, pieces that came out', async () => {
  const { manager: other } = await aWorkshop(knex, 'Learning yard')
  expect(await readExperience(knex, other.workspaceId, 93)).toEqual({
    handsPct: expect.closeTo(25, 6),
    pours: 0,
    yieldPct: expect.closeTo(93, 6),
    judged: 0,
  })
  // One pour says nothing of how even hands work: what is believed to begin with stands.
  expect(await recentPours(knex, manager.workspaceId, 300)).toEqual([{ tookMin: 4, plannedMin: 3 }])
  const own = await readExperience(knex, manager.workspaceId, 93)
  expect(own).toMatchObject({ pours: 1, judged: 0, yieldPct: expect.closeTo(93, 6) })
  expect(own.handsPct).toBeCloseTo(25, 6)

  const [piece] = (await knex('pieces')
    .where({ workspace_id: manager.workspaceId })
    .select('id')) as { id: number }[]
  const judge = (state: string) => knex('pieces').where({ id: piece!.id }).update({ state })
  // Twenty pieces are believed to have come out at 93 %: 18.6 of them good, and now one more.
  await judge('lost')
  expect((await readExperience(knex, manager.workspaceId, 93)).yieldPct).toBeCloseTo(88.571, 3)
  await judge('good')
  expect((await readExperience(knex, manager.workspaceId, 93)).yieldPct).toBeCloseTo(93.333, 3)
  await judge('curing')
})
