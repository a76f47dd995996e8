import { courseWithoutLayer } from '../../core/recipe'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { planWork } from '../../core/plan'
import { RESINS } from '../../demo/resins'
import { chooseMeasure, chooseUnits, signIn } from '../../server/services/people/auth'
import { coursed } from '../../shared/schemas/recipeBefore'
import { createOrder, getOrder, saveOrder } from '../../server/services/orders/orders'
import { listLying } from '../../server/services/pieces/pieces'
import { makePlan } from '../../server/services/planning/propose/makePlan'
import type { Solve } from '../../server/services/planning/choose/planAll'
import { gatherPots, openPots } from '../../server/services/pots/pots'
import {
  createRecipe,
  getVersion,
  listRecipes,
  listVersions,
  saveRecipe,
} from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import { addRunEvents, startRun } from '../../server/services/runs/runs'
import type { Who } from '../../server/services/Who'
import type { Order } from '../../shared/types/orders'
import type { Pot } from '../../shared/types/pots'
import type { RecipeRow } from '../../shared/types/recipes'
import type { KeyedRunEvent } from '../../shared/schemas/runs'
import { layer, recipe as block, step } from '../fixtures/studio'
import { aWorkshop, freshDatabase, leaveDatabase, PASSWORD } from './database'
import { refusal } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
const at = (minutes: number) => new Date(now.getTime() + minutes * 60_000)
const solve: Solve = (work) => Promise.resolve(planWork(work, { now: () => 0, startedAt: 0 }))
const SCALE = { kind: 'scale' as const, step: 0.1, tare: true }

let knex: Knex
let manager: Who
let maker: Who
let recipe: RecipeRow
let orders: Order[]

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker } = await aWorkshop(knex))
  const resin = await createResin(manager, RESINS[0]!, now)
  const { id: _id, ...fields } = block({
    name: 'Slab',
    mouldId: null,
    steps: [step({ phase: 'after', waitsFor: 'sand', skill: 'finish' })],
    layers: [
      layer({ id: 0, resinId: resin.id, fill: { depthMm: 8 } }),
      layer({ id: 0, name: 'back', resinId: resin.id, fill: { toBrim: true } }),
    ],
  })
  recipe = await createRecipe(manager, { ...fields, archived: false }, now)
  const take = (title: string) =>
    createOrder(
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
        lines: [{ recipeId: recipe.id, quantity: 1 }],
      },
      now,
    )
  orders = [await take('One slab'), await take('Another slab')]
  await makePlan(manager, solve, now)
})
afterAll(leaveDatabase)

const facesOf = (pots: readonly Pot[]) =>
  pots.filter((pot) => pot.portions.some((portion) => portion.layer.name === 'face'))
const asked = (pot: Pot) =>
  pot.portions.map(({ lineId, layer: { id }, firstPiece, pieces }) => ({
    lineId,
    layerId: id,
    firstPiece,
    pieces,
  }))
const from = (pots: readonly Pot[]) => pots.map(({ id, version }) => ({ id, version }))

describe('pots across orders', () => {
  let together: Pot
  test('two faces come from one mix: one letter is left, the need counts the film once, the plan mixes once and pours twice', async () => {
    const apart = facesOf(await openPots(manager))
    expect(apart).toHaveLength(2)
    await gatherPots(
      manager,
      { from: from(apart), pots: [{ keep: apart[0]!.id, portions: apart.flatMap(asked) }] },
      at(1),
    )
    const planned = await makePlan(manager, solve, at(1))
    const pots = facesOf(await openPots(manager))
    expect(pots).toHaveLength(1)
    together = pots[0]!
    expect([
      together.letter,
      together.gathered,
      together.portions.map((portion) => portion.orderTitle).sort(),
    ]).toEqual([apart[0]!.letter, true, ['Another slab', 'One slab']])
    // 2 × 80 ml and one cup's film of 2.5 ml, 6 % in reserve
    expect(together.needMl).toBeCloseTo((160 + 2.5) * 1.06, 3)
    const own = planned.tasks.filter((task) => task.potId === together.id)
    expect([
      own.filter((task) => task.kind === 'mix').length,
      own.filter((task) => task.kind === 'pour').length,
    ]).toEqual([1, 2])
    expect(planned.promises.every((promise) => promise.readyAt !== null)).toBe(true)
  })
  test('planning again leaves it together', async () => {
    await makePlan(manager, solve, at(2))
    expect(facesOf(await openPots(manager)).map((pot) => [pot.id, pot.version])).toEqual([
      [together.id, together.version],
    ])
  })
  test.each<[string, (pot: Pot) => Parameters<typeof gatherPots>[1]['pots'], RegExp]>([
    [
      'a piece left out',
      (pot) => [{ keep: pot.id, portions: asked(pot).slice(0, 1) }],
      /Every piece/,
    ],
    [
      'a piece poured twice',
      (pot) => [
        { keep: pot.id, portions: asked(pot) },
        { keep: null, portions: asked(pot).slice(0, 1) },
      ],
      /Every piece/,
    ],
    [
      'a layer from nowhere',
      (pot) => [
        {
          keep: pot.id,
          portions: [...asked(pot), { lineId: 1, layerId: 9999, firstPiece: 1, pieces: 1 }],
        },
      ],
      /not among/,
    ],
  ])('%s is refused', async (_name, pots, wanted) =>
    expect(
      (await refusal(gatherPots(manager, { from: from([together]), pots: pots(together) }, at(3))))
        ?.message,
    ).toMatch(wanted),
  )
  test('two layers of one piece do not go into one pot', async () => {
    const all = await openPots(manager)
    const refused = await refusal(
      gatherPots(
        manager,
        { from: from(all), pots: [{ keep: null, portions: all.flatMap(asked) }] },
        at(3),
      ),
    )
    expect(refused?.details.issues?.[0]).toMatchObject({
      path: 'pots[0]',
      code: 'same-piece',
    })
  })
  test('of two who gather the slower is told what stands now', async () => {
    const apart = {
      from: from([together]),
      pots: asked(together).map((portion) => ({ keep: null, portions: [portion] })),
    }
    const [one, two] = await Promise.all([
      refusal(gatherPots(manager, apart, at(4))),
      refusal(gatherPots(maker, apart, at(4))),
    ])
    expect([one?.code, two?.code].sort()).toEqual(['conflict', undefined])
    const pots = facesOf(await openPots(manager))
    expect(pots).toHaveLength(2)
    await gatherPots(
      manager,
      { from: from(pots), pots: [{ keep: pots[0]!.id, portions: pots.flatMap(asked) }] },
      at(5),
    )
    together = facesOf(await openPots(manager))[0]!
  })
  test('its run lays the pieces of both orders, and both keep the recipe they began with', async () => {
    const run = await startRun(maker, together.id, SCALE, at(10))
    expect(run).toMatchObject({
      pieces: 2,
      targets: { pourMin: 4, cups: [{ name: 'face' }], pours: [{ cup: 'face', pieces: 2 }] },
    })
    const key = (index: number, event: object) =>
      ({
        ...event,
        key: `00000000-0000-4000-8000-${String(index).padStart(12, '0')}`,
      }) as KeyedRunEvent
    const rack = (await listLying(manager)).length
    expect(rack).toBe(0)
    await addRunEvents(
      maker,
      run.id,
      [
        ...run.targets.parts.map((part, i) =>
          key(i, {
            kind: 'weighed',
            part: part.part,
            amount: part.ownAmount,
            at: at(11 + i).getTime(),
          }),
        ),
        key(4, { kind: 'stirStarted', at: at(13).getTime() }),
        key(5, { kind: 'stirEnded', at: at(17).getTime() }),
        key(6, { kind: 'pourStarted', at: at(24).getTime() }),
        key(7, { kind: 'pourEnded', at: at(28).getTime() }),
        key(8, { kind: 'cureStarted', placeId: 1, at: at(30).getTime() }),
      ],
      at(30),
    )
    expect((await listLying(manager)).map((piece) => piece.orderTitle).sort()).toEqual([
      'Another slab',
      'One slab',
    ])
    expect((await getOrder(manager, orders[1]!.id)).lines[0]!.recipeVersion).toBe(recipe.version)
    await expect(makePlan(manager, solve, at(40))).resolves.toMatchObject({
      promises: [{ readyAt: expect.any(String) }, { readyAt: expect.any(String) }],
    })
  })
})

describe('versions of a recipe', () => {
  test('what has been begun goes on by its version, what comes later by the new one', async () => {
    const { id, ...fields } = recipe
    const changed = await saveRecipe(
      manager,
      id,
      {
        ...fields,
        layers: [
          fields.layers[0]!,
          { ...fields.layers[1]!, name: 'new back', rest: { from: 0, to: 1, leastMin: 9 } },
        ],
      },
      at(50),
    )
    await createOrder(
      manager,
      {
        kind: 'commission',
        title: 'Later slab',
        customer: 'Somebody',
        promisedAt: '2026-04-25T15:00:00.000Z',
        state: 'accepted',
        colours: '',
        wish: '',
        note: '',
        lines: [{ recipeId: id, quantity: 1 }],
      },
      at(51),
    )
    await makePlan(manager, solve, at(52))
    const backs = (await openPots(manager))
      .flatMap((pot) => pot.portions)
      .filter((portion) => portion.layerIndex === 1)
    expect(new Map(backs.map((portion) => [portion.orderTitle, portion.layer.name]))).toEqual(
      new Map([
        ['One slab', 'back'],
        ['Another slab', 'back'],
        ['Later slab', 'new back'],
      ]),
    )
    expect(changed.version).toBe(recipe.version + 1)
    expect((await listVersions(manager, id)).map((one) => [one.version, one.savedBy])).toEqual([
      [2, manager.name],
      [1, manager.name],
    ])
    expect((await getVersion(manager, id, 1)).layers[1]).toMatchObject({
      name: 'back',
      rest: { leastMin: 6 },
    })
    expect((await refusal(getVersion(manager, id, 77)))?.code).toBe('unknown')
  })
  test('a layer that was poured can leave the recipe; the begun pieces still get theirs', async () => {
    const current = (await listRecipes(manager))[0]!
    const { id, ...fields } = current
    await saveRecipe(
      manager,
      id,
      {
        ...fields,
        ...courseWithoutLayer(fields, 1),
        layers: [{ ...fields.layers[0]!, id: 0, name: 'only one', fill: { toBrim: true } }],
      },
      at(60),
    )
    await makePlan(manager, solve, at(61))
    const lying = await listLying(manager)
    expect(lying.map((piece) => [piece.layerName, piece.layersLeft])).toEqual([
      ['face', 1],
      ['face', 1],
    ])
    const waiting = (await openPots(manager))
      .flatMap((pot) =>
        pot.portions.map((portion) => `${portion.orderTitle}: ${portion.layer.name}`),
      )
      .sort()
    expect(waiting).toEqual(['Another slab: back', 'Later slab: only one', 'One slab: back'])
  })
  test('an order that was begun keeps its recipe', async () => {
    const order = await getOrder(manager, orders[0]!.id)
    const other = await createRecipe(
      manager,
      {
        ...(({ id: _id, version: _version, ...fields }) => fields)(
          (await listRecipes(manager))[0]!,
        ),
        name: 'Other slab',
        ...coursed(
          [layer({ id: 0, resinId: recipe.layers[0]!.resinId, fill: { toBrim: true } })],
          [],
        ),
      },
      at(70),
    )
    const { id, ...fields } = order
    const lines = order.lines.map((line) => ({ id: line.id, recipeId: other.id, quantity: 1 }))
    expect(
      (await refusal(saveOrder(manager, id, { ...fields, lines }, at(71))))?.details.issues?.[0],
    ).toMatchObject({ path: 'lines[0].recipeId', code: 'keeps-recipe' })
  })
})

describe('what people choose for themselves', () => {
  test('units are kept beside the scale, and of two choices at once none is lost', async () => {
    await signIn('test-yard-maker', PASSWORD, { address: '127.0.0.1', device: null }, now)
    const units = { mass: 'oz', volume: 'imp fl oz', length: 'in', temperature: '°F' } as const
    await Promise.all([
      chooseUnits(maker, units, at(80)),
      chooseMeasure(maker, { kind: 'cup', step: 10, tare: true }, at(80)),
    ])
    const { person } = await signIn(
      'test-yard-maker',
      PASSWORD,
      { address: '127.0.0.1', device: null },
      at(81),
    )
    expect(person).toMatchObject({ units, measure: { kind: 'cup', step: 10 } })
  })
  test('origins, scores and further kits of a resin come back as they were sent', async () => {
    const fields = {
      ...RESINS[0]!,
      name: 'Sourced',
      clarity: 2,
      smell: 5,
      yellowing: undefined,
      viscosityA: 812.5,
      otherKits: [{ ml: 750.5, price: '31.20', leadDays: 0 }],
      origins: { densityA: 'measured' as const, tackTo: 'learned' as const },
    }
    const saved = await createResin(manager, fields, now)
    expect(saved).toMatchObject({
      clarity: 2,
      smell: 5,
      viscosityA: 812.5,
      otherKits: fields.otherKits,
      origins: fields.origins,
    })
    expect(saved.yellowing).toBeUndefined()
  })
  test('a set, its steps and where its inclusions are set come back as they were sent', async () => {
    const others = [
      {
        name: 'lid',
        count: 2,
        shape: { kind: 'circle' as const, diameterMm: 40.125, heightMm: 12 },
      },
    ]
    const inclusions = [{ name: 'fern', volumeMl: 1.5, heightMm: 4.25, xMm: -12.5, yMm: 0.5 }]
    const steps = [
      step({
        kind: 'tape-off',
        name: 'tape off',
        phase: 'curing',
        layer: 0,
        atMin: [120, 150.5],
        pieceMin: 0,
        batchMin: 2.5,
        holdsMin: 30,
      }),
      step({ kind: 'oil', phase: 'after', waitsFor: 'full', dryMin: 720, needs: 'hard oil' }),
    ]
    const { id: _id, ...fields } = block({
      name: 'Set',
      mouldId: null,
      others,
      steps,
      layers: [
        layer({
          id: 0,
          resinId: recipe.layers[0]!.resinId,
          fill: { heightFraction: 0.5 },
          inclusions,
        }),
      ],
    })
    const saved = await createRecipe(manager, { ...fields, archived: false }, now)
    expect(saved).toMatchObject({ others, course: fields.course, layers: [{ inclusions }] })
    const beyond = await refusal(
      createRecipe(
        manager,
        {
          ...fields,
          name: 'Beyond',
          archived: false,
          course: fields.course.map((entry) =>
            entry.at.length > 0 ? { ...entry, layer: 'l5' } : entry,
          ),
        },
        now,
      ),
    )
    expect(beyond?.details.issues).toEqual([
      { path: 'course[2].layer', code: 'layer-missing', params: null },
    ])
  })
})

test('migrations go down and up again over pots that were gathered, layers that left and sets', async () => {
  const portions = () =>
    knex('pot_portions')
      .orderBy(['order_line_id', 'layer_id', 'first_piece'])
      .select('order_line_id', 'layer_id', 'first_piece', 'pieces')
  const before = (await portions()).length
  expect(before).toBeGreaterThan(3)
  for (const name of [
    '049_guest_rates',
    '048_spares',
    '047_markets',
    '046_quotes',
    '045_purchases',
    '044_stores',
    '043_mended',
    '042_plan_follows',
    '041_measured',
    '040_work',
    '039_forms_and_mixes',
    '038_pinned_pictures',
    '037_whole_pieces',
    '036_pigment_measures',
    '035_courses',
    '016_resin_origins',
    '015_own_units',
    '014_recipe_sets',
    '013_step_kinds',
    '012_recipes_kept',
    '011_recipe_versions',
    '010_pots_by_portion',
    '009_pot_portions',
  ])
    await knex.migrate.down({ name: `${name}.ts` })
  expect((await knex('recipe_layers').whereNull('position')).length).toBe(0)
  await knex.migrate.latest()
  // A pot keeps its first portion on the way down, so that is what comes up again.
  const after = await portions()
  expect(after.length).toBeGreaterThan(0)
  expect(after.length).toBeLessThanOrEqual(before)
})
