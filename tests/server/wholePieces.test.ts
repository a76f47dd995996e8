import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import sharp from 'sharp'
import { newStep, startingMould } from '../../core/trade'
import { RESINS } from '../../demo/resins'
import { archiveInHouse } from '../../server/services/house/house'
import { createMould } from '../../server/services/moulds/moulds'
import { createOrder, getOrder } from '../../server/services/orders/orders'
import {
  getPinned,
  listPinned,
  pinPicture,
  unpinPicture,
} from '../../server/services/pinned/pinned'
import {
  createRecipe,
  getVersion,
  listRecipes,
  saveRecipe,
} from '../../server/services/recipes/recipes'
import { createResin } from '../../server/services/resins/resins'
import { getWorkshop } from '../../server/services/workshop/workshop'
import type { Who } from '../../server/services/Who'
import type { RecipeFields } from '../../shared/schemas/recipes'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, refusal } from './given'

const now = new Date('2026-03-02T08:00:00Z')
let knex: Knex
let manager: Who
let maker: Who
let guest: Who
let stranger: Who
let resinId: number
let oilId: number
beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager, maker, guest } = await aWorkshop(knex))
  ;({ manager: stranger } = await aWorkshop(knex, 'Far yard'))
  resinId = (await createResin(manager, RESINS[0]!, now)).id
  const [id = 0] = await knex('materials').insert({
    workspace_id: manager.workspaceId,
    name: 'Hard oil',
    kind: 'oil',
    unit: 'ml',
    pack_size: 500,
    pack_price: '20.00',
    updated_at: now,
  })
  oilId = id
})
afterAll(leaveDatabase)

const whole = (name: string, changes: Partial<RecipeFields> = {}): RecipeFields => {
  const disc = aDisc(resinId)
  const [first] = disc.layers
  return {
    ...disc,
    name,
    front: 'upside',
    start: { of: 'existing', materialId: null, words: 'a dull disc' },
    layers: [
      {
        ...first!,
        fill: { coat: { thicknessMm: 2 } },
        side: 'face',
        coversPct: 62.5,
        isHeated: true,
        inclusions: [{ name: 'leaf', count: 3, volumeMl: 0.2, underPct: 40, materialId: oilId }],
      },
    ],
    course: [
      ...disc.course,
      {
        ...newStep('oil', 'z1', null),
        personId: maker.personId,
        awayMin: 60,
        isOptional: true,
        uses: [{ materialId: oilId, amount: 12.5, per: 'piece' }],
        keeps: [{ what: 'flat', mouldId: null, until: 'z2' }],
        asks: { what: 'number', question: 'How much it drank', unit: 'ml' },
      },
      { ...newStep('pack', 'z2', null), after: [{ of: 'z1', leastMin: 600 }] },
    ],
    ...changes,
  }
}

describe('a whole piece', () => {
  test('comes back as it was saved, and so does its version', async () => {
    const saved = await createRecipe(manager, whole('Everything'), now)
    const { id: _id, version: _version, ...fields } = saved
    const sent = whole('Everything')
    expect(fields).toEqual({
      ...sent,
      layers: sent.layers.map((layer, i) => ({ ...layer, id: saved.layers[i]!.id })),
    })
    expect(await getVersion(manager, saved.id, 1)).toMatchObject({
      front: 'upside',
      start: { words: 'a dull disc' },
      course: expect.arrayContaining([
        expect.objectContaining({ key: 'z1', uses: [expect.objectContaining({ amount: 12.5 })] }),
      ]) as unknown,
    })
  })
  test('keeps its materials in the stores, and tells who sees prices what they cost', async () => {
    const { version } = (await knex('materials').where({ id: oilId }).first('version')) as {
      version: number
    }
    const refused = await refusal(
      archiveInHouse(manager, 'materials', { id: oilId, version, archived: true }, now),
    )
    expect(refused?.details.issues).toMatchObject([
      { params: { uses: [{ what: 'recipe', name: 'Everything' }] } },
    ])
    const priceFor = async (who: Who) => (await getWorkshop(who)).materials[0]?.packPrice
    expect(await priceFor(maker)).toBe('20.00')
    expect(await priceFor(guest)).toBeNull()
  })
  test('keeps the forms that its pieces lie on, until it is put away', async () => {
    const drum = await createMould(
      manager,
      { ...startingMould(), name: 'Bending drum', shape: null, sizedHow: null },
      now,
    )
    const own = whole('Bent')
    const bent = await createRecipe(
      manager,
      {
        ...own,
        course: own.course.map((entry) =>
          entry.key === 'z1'
            ? { ...entry, keeps: [{ what: 'form' as const, mouldId: drum.id, until: 'z2' }] }
            : entry,
        ),
        layers: own.layers.map((layer) => ({ ...layer, atOnce: 3 })),
      },
      now,
    )
    expect(bent.layers[0]!.atOnce).toBe(3)
    const putAway = () =>
      archiveInHouse(manager, 'moulds', { id: drum.id, version: drum.version, archived: true }, now)
    const refused = await refusal(putAway())
    expect(refused?.details.issues).toMatchObject([
      { params: { uses: [{ what: 'recipe', name: 'Bent' }] } },
    ])
    // Recipes kept before are looked through for their forms.
    await knex.migrate.down({ name: '039_forms_and_mixes.ts' })
    await knex.migrate.latest()
    expect(await knex('recipe_forms').where({ recipe_id: bent.id })).toMatchObject([
      { mould_id: drum.id },
    ])
    const { id, ...fields } = bent
    await saveRecipe(manager, id, { ...fields, archived: true }, now)
    await expect(putAway()).resolves.toMatchObject({ name: 'Bending drum' })
  })
  test('points to nothing that the workshop does not have', async () => {
    const wrong = whole('Strays', { start: { of: 'base', materialId: oilId + 99, words: '' } })
    const course = wrong.course.map((entry) =>
      entry.key === 'z1'
        ? {
            ...entry,
            personId: stranger.personId,
            keeps: [{ what: 'form' as const, mouldId: 9999, until: 'z2' }],
          }
        : entry,
    )
    const at = course.findIndex(({ key }) => key === 'z1')
    const refused = await refusal(createRecipe(manager, { ...wrong, course }, now))
    expect(refused?.details.issues?.map(({ path }) => path)).toEqual([
      'start.materialId',
      `course[${at}].personId`,
      `course[${at}].keeps[0].mouldId`,
    ])
  })
})

describe('what is pinned', () => {
  const picture = () =>
    sharp({ create: { width: 300, height: 200, channels: 3, background: '#806040' } })
      .png()
      .toBuffer()
  test('to a recipe is seen by all of the workshop, and by nobody else', async () => {
    const recipeId = (await listRecipes(manager))[0]!.id
    const [pinned] = await pinPicture(maker, { recipeId }, await picture(), now)
    expect(pinned).toMatchObject({ widthPx: 300, heightPx: 200, by: maker.name })
    expect(await listPinned(guest, { recipeId })).toHaveLength(1)
    expect((await getPinned(guest, pinned!.id)).byteLength).toBeGreaterThan(20)
    expect((await refusal(getPinned(stranger, pinned!.id)))?.code).toBe('unknown')
    expect((await refusal(listPinned(stranger, { recipeId })))?.code).toBe('unknown')
    expect((await refusal(unpinPicture(guest, pinned!.id, now)))?.code).toBe('forbidden')
    expect(await unpinPicture(manager, pinned!.id, now)).toEqual([])
  })
  test('to an order is for those who see it; what is no picture is refused', async () => {
    const recipeId = (await listRecipes(manager))[0]!.id
    const order = await createOrder(
      manager,
      anOrderFor(recipeId, 1, { wish: 'Like the one at the ferry.' }),
      now,
    )
    expect((await getOrder(manager, order.id)).wish).toBe('Like the one at the ferry.')
    const to = { orderId: order.id }
    const [pinned] = await pinPicture(manager, to, await picture(), now)
    expect((await refusal(getPinned(guest, pinned!.id)))?.code).toBe('forbidden')
    expect((await refusal(pinPicture(manager, to, Buffer.from('no'), now)))?.code).toBe(
      'not-an-image',
    )
    expect(await listPinned(maker, to)).toHaveLength(1)
  })
})
