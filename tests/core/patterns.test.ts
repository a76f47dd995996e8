import { describe, expect, test } from '@jest/globals'
import { potOf } from '../../core/pot'
import { checkCourse, courseParts, sizePiece } from '../../core/recipe'
import { makerId, mouldId, placeId, planRequest, stationId, type PlanLine } from '../../core/tasks'
import { checkPlan, plan } from '../../core/plan'
import { pouredMlOf } from '../../core/size'
import type { Material, Pigment, Recipe, Resin } from '../../core/trade'
import { MATERIALS } from '../../demo/materials'
import { POURED_RECIPES } from '../../demo/pouredRecipes'
import { pouredFields } from '../../demo/pouredWords'
import { RESINS } from '../../demo/resins'
import { MOULDS, PEOPLE, PIGMENTS } from '../../demo/workshop'
import { batch, costed, mould, rules } from '../fixtures/studio'

const resins = new Map(RESINS.map((one, i): [number, Resin] => [i + 1, { ...one, id: i + 1 }]))
const pigments = new Map(
  PIGMENTS.map((one, i): [number, Pigment] => [
    i + 1,
    {
      id: i + 1,
      name: one.name,
      hex: one.hex,
      form: one.form,
      pricePerG: one.price_per_g,
      ...(one.density && { density: Number(one.density) }),
      ...(one.drop_ml && { dropMl: Number(one.drop_ml) }),
    },
  ]),
)
const materials = new Map(
  MATERIALS.map((one, i): [number, Material] => [
    i + 1,
    {
      id: i + 1,
      name: one.name,
      unit: one.unit,
      packSize: one.pack_size,
      packPrice: one.pack_price,
    },
  ]),
)
const people = new Map(PEOPLE.map((one, i) => [i + 1, one]))
const moulds = new Map(MOULDS.map((one, i) => [i + 1, one]))
const SHELVES = {
  resin: resins,
  pigment: pigments,
  material: materials,
  person: people,
  mould: moulds,
}
const idOf = (what: keyof typeof SHELVES, name: string) => {
  const found = [...SHELVES[what]].find(([, one]) => one.name === name)
  if (!found) throw new Error(`the Yard has no ${what} called ${name}`)
  return found[0]
}
const recipeOf = (name: string): Recipe => {
  const fields = pouredFields(
    POURED_RECIPES.find((one) => one.name === name)!,
    idOf,
  )
  return { ...fields, id: 1, layers: fields.layers.map((layer, i) => ({ ...layer, id: i + 1 })) }
}
const PIECES = 2
const losses = { ...rules, perCupMl: 3, reservePct: 5 }
const WARM_C = 22
const HORIZON_DAYS = 60
const KNOWN = {
  resins,
  pigments,
  materials,
  moulds: new Map([...moulds.keys()].map((id) => [id, { ...mould, id }])),
  rules: losses,
  warmC: WARM_C,
}

const days = Array.from({ length: HORIZON_DAYS }, (_, day): [number, number] => [
  day * 1440 + 480,
  day * 1440 + 1200,
])
const workroom = {
  makers: [1, 2, 3].map((id) => ({
    id: makerId.of(id),
    skills: ['pour', 'finish', 'pack', 'paint'],
    shifts: days,
  })),
  stations: ['bench', 'pour table', 'sander', 'finishing bench'].map((kind, i) => ({
    id: stationId.of(i + 1),
    kind,
    room: kind === 'bench' || kind === 'pour table' ? 'pour' : 'finish',
  })),
  places: [
    { id: placeId.of(1), kind: 'rack', room: 'pour', areaCm2: 9000 },
    { id: placeId.of(2), kind: 'box', room: 'pour', areaCm2: 2800 },
  ],
  moulds: [...moulds.keys()].map((id) => ({ id: mouldId.of(id), count: 4 })),
  ownOnly: [],
  range: { coldC: 18, warmC: WARM_C },
  box: { tempC: 42, areaCm2: 2800, runs: [[0, HORIZON_DAYS * 1440]] as [number, number][] },
}

/** The pots of a line, as the workshop would stand them ready. */
function potsFor(recipe: Recipe): PlanLine['pots'] {
  let id = 0
  return batch(recipe, PIECES, KNOWN).layers.flatMap(({ layer, pots }) =>
    pots.map(({ firstPiece, pieces, stirMin, restMin, portionMin, workMin }) => ({
      id: ++id,
      layerId: layer.id,
      firstPiece,
      pieces,
      stirMin,
      restMin,
      pourMin: portionMin[0]!,
      workMin,
      pouredMin: null,
      heatedUntilMin: null,
    })),
  )
}

/** A line of an order for a pattern, planned and costed. */
function made(name: string) {
  const recipe = recipeOf(name)
  const pots = potsFor(recipe)
  const question = planRequest({
    horizonMin: HORIZON_DAYS * 1440,
    lines: [
      {
        id: 1,
        recipe,
        owner: null,
        quantity: PIECES,
        promisedMin: HORIZON_DAYS * 1440,
        weight: 1,
        mayFail: 0,
        inParts: false,
        demoulded: new Set(),
        good: new Set(),
        pots,
      },
    ],
    resins,
    workroom,
    rules: losses,
    paths: { sanded: new Set(), boxLines: new Set() },
    iterations: 10,
    seed: 1,
  })
  const solved = plan(question.request, { now: () => 0, startedAt: 0 })
  return { recipe, question, solved }
}

describe.each(POURED_RECIPES.map(({ name }) => [name] as const))('%s', (name) => {
  const { recipe, question, solved } = made(name)

  test('has a course in which nothing is amiss', () => expect(checkCourse(recipe)).toEqual([]))
  test('goes from its order to a plan that breaks nothing', () => {
    if (!solved.ok) throw new Error(JSON.stringify(solved.issues))
    expect(checkPlan(question.request, solved.value.tasks)).toEqual([])
    const at = (title: string) =>
      solved.value.tasks.filter((task) => question.meaning.get(task.id)?.title === title)
    for (const layer of recipe.layers) {
      const [mix, pour] = [at(`mix ${layer.name}`)[0]!, at(`pour ${layer.name}`)[0]!]
      // A short rest belongs to its mix.
      const rest = at(`${layer.name} rests`)[0] ?? mix
      expect(pour.startMin).toBeGreaterThanOrEqual(mix.endMin)
      // A cup stands no more than minutes beyond its rest.
      expect(pour.startMin - rest.endMin).toBeLessThanOrEqual(10)
    }
    for (const entry of recipe.course)
      for (const { of, mostMin } of entry.within) {
        const earlier = recipe.course.find(({ key }) => key === of)!
        if (earlier.pour || entry.pour || entry.mix) continue
        const [from, to] = [at(earlier.name)[0]!, at(entry.name)[0]!]
        expect(to.startMin - from.endMin).toBeLessThanOrEqual(mostMin)
      }
  })
  test('costs its resins, pigments, every entry of its course and nothing twice', () => {
    const cost = costed(recipe, PIECES, KNOWN)
    const names = cost.lines.map((line) => line.name)
    expect(new Set(names).size).toBe(names.length)
    for (const layer of recipe.layers)
      expect(names).toContain(`${resins.get(layer.resinId)!.name}, ${layer.name}`)
    for (const entry of recipe.course.filter((one) => one.name !== '' && !one.isOptional))
      expect(names.some((line) => line.startsWith(entry.name))).toBe(true)
    expect(Number(cost.costPerGood)).toBeGreaterThan(5)
  })
})

test('cups and pours add up to the mix, whatever the number of pieces and the film', () => {
  for (const { name } of POURED_RECIPES) {
    const recipe = recipeOf(name)
    const sized = sizePiece(recipe)
    if (!sized.ok) throw new Error(name)
    recipe.layers.forEach((layer, layerIndex) => {
      const work = courseParts(recipe).work[layerIndex]!
      const pouredMl = pouredMlOf(layer, sized.value.layers[layerIndex]!.netMl, 3)
      const figures = potOf(
        [{ lineId: 1, layer, work, layerIndex, firstPiece: 1, pieces: 3, mouldId: null, pouredMl }],
        { resin: resins.get(layer.resinId)!, rules: losses, warmC: WARM_C, pigments },
      )
      const sum = (list: readonly number[]) => list.reduce((total, ml) => total + ml, 0)
      expect(sum(figures.pours.map(({ ml }) => ml))).toBeCloseTo(pouredMl, 6)
      const hasMixingCup = layer.cups.some(({ isMixingCup }) => isMixingCup)
      expect(
        sum(figures.cups.map(({ takenMl }) => takenMl)) + (hasMixingCup ? 0 : losses.perCupMl),
      ).toBeCloseTo(figures.needMl - figures.reserveMl, 6)
    })
  }
})

test('the same block of a slow and of a quick resin rests as long as its own cup allows', () => {
  const [slow, quick] = ['Marbled keepsake', 'Marbled keepsake, quick'].map(
    (name) => potsFor(recipeOf(name))[0]!,
  )
  expect(slow!.restMin / slow!.workMin).toBeCloseTo(0.15, 6)
  expect(quick!.restMin / quick!.workMin).toBeCloseTo(0.15, 6)
  expect(quick!.restMin).toBeLessThan(slow!.restMin)
})
