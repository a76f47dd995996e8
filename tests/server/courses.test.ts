import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import { createRecipe, listRecipes } from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import type { Who } from '../../server/services/Who'
import { coursed } from '../../shared/schemas/recipeBefore'
import { layer, step } from '../fixtures/studio'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, refusal } from './given'

const now = new Date('2026-03-02T08:00:00Z')
let knex: Knex
let manager: Who
let resinId: number
let pigmentId: number
beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager } = await aWorkshop(knex))
  resinId = (await createResin(manager, RESINS[0]!, now)).id
  ;({ id: pigmentId } = (await knex('pigments')
    .where({ workspace_id: manager.workspaceId })
    .first('id')) as { id: number })
})
afterAll(leaveDatabase)

test('recipes kept before there were cups come through the migration as they would be written now', async () => {
  const fields = {
    ...aDisc(resinId),
    name: 'Kept before',
    ...coursed(
      [
        layer({
          id: 0,
          resinId,
          fill: { depthMm: 4 },
          cups: 2,
          restMin: 7.5,
          heatAfterMin: [3, 25.5],
          pigments: [{ pigmentId, loadPct: 2.25 }],
        }),
        layer({ id: 0, name: 'back', resinId, fill: { toBrim: true }, recoat: 'sand' }),
      ],
      [
        step({ name: 'wax', holdsMin: 1440 }),
        step({ name: 'drips', phase: 'curing', atMin: [5, 12.5], pieceMin: 0, batchMin: 2 }),
        step({ name: 'pack', phase: 'after', waitsFor: 'full' }),
      ],
    ),
  }
  const saved = await createRecipe(manager, fields, now)
  for (const name of [
    '049_guest_rates.ts',
    '048_spares.ts',
    '047_markets.ts',
    '046_quotes.ts',
    '045_purchases.ts',
    '044_stores.ts',
    '043_mended.ts',
    '042_plan_follows.ts',
    '041_measured.ts',
    '040_work.ts',
    '039_forms_and_mixes.ts',
    '038_pinned_pictures.ts',
    '037_whole_pieces.ts',
    '036_pigment_measures.ts',
    '035_courses.ts',
  ])
    await knex.migrate.down({ name })
  expect(await knex('recipe_layers').where({ name: 'back' }).first()).toMatchObject({
    recoat: 'sand',
    cups: 1,
  })
  expect((await knex('recipe_steps').orderBy('position')).map((row) => row.name)).toEqual(
    expect.arrayContaining(['wax', 'drips', 'pack']),
  )
  await knex.migrate.latest()
  const after = (await listRecipes(manager)).find(({ id }) => id === saved.id)
  // What lies in no mould shows what lay open.
  expect(after).toEqual({ ...saved, front: 'upside' })
})

test('a pigment of a cup, or one that is only dropped in, keeps its place in the stores', async () => {
  const disc = aDisc(resinId)
  const [pour] = disc.course.filter((entry) => entry.pour !== null)
  const drops = [{ pigmentId, n: 3 }]
  const saved = await createRecipe(
    manager,
    {
      ...disc,
      name: 'Dropped in',
      course: disc.course.map((entry) =>
        entry === pour ? { ...entry, pour: { ...entry.pour!, drops } } : entry,
      ),
    },
    now,
  )
  expect(await knex('recipe_pigments').where({ recipe_id: saved.id })).toMatchObject([
    { pigment_id: pigmentId },
  ])
  await expect(knex('pigments').where({ id: pigmentId }).delete()).rejects.toThrow()
})

test('cups that take more than their layer, and pigments of another workshop, are refused at their fields', async () => {
  const disc = aDisc(resinId)
  const [first] = disc.layers
  const withCup = (changes: object) => ({
    ...disc,
    name: 'Wrong cups',
    layers: [{ ...first!, cups: [{ ...first!.cups[0]!, ...changes }] }],
  })
  expect(
    (await refusal(createRecipe(manager, withCup({ part: { ml: 9000 } }), now)))?.details.issues,
  ).toMatchObject([{ path: 'layers[0].cups', code: 'parts-exceed-layer' }])
  const strange = [{ pigmentId: pigmentId + 900, dose: { loadPct: 1 } }]
  expect(
    (await refusal(createRecipe(manager, withCup({ pigments: strange }), now)))?.details.issues,
  ).toMatchObject([{ path: 'layers[0].cups[0].pigments[0].pigmentId', code: 'not-in-stores' }])
})
