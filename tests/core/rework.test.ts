import { describe, expect, test } from '@jest/globals'
import { chanceOfEnough, payingPct, spareFor, spares, sparesCost } from '../../core/spares'
import { checkCourse, checkCups, courseParts, sizePiece } from '../../core/recipe'
import {
  foldFaces,
  membersOf,
  mendingOf,
  ROUTES,
  routesFor,
  type FaceEvent,
  type Route,
} from '../../core/rework'
import type { Recipe } from '../../core/trade'
import { demoulding, layer, recipe as recipeOf, step } from '../fixtures/studio'

const recipe = recipeOf({
  layers: [layer({ fill: { depthMm: 6 } }), layer({ id: 2, fill: { depthMm: 4 } })],
  steps: [demoulding, step({ kind: 'pack', name: 'Pack' })],
})

const set: Recipe = {
  ...recipe,
  name: 'Tray and coasters',
  others: [
    { name: 'coaster', count: 2, shape: { kind: 'circle', diameterMm: 90, heightMm: 12 } },
    { name: 'lid', count: 1, shape: { kind: 'circle', diameterMm: 60, heightMm: 12 } },
  ],
}
const kinds = (one: Pick<Recipe, 'course'>) => one.course.map(({ kind }) => kind)

describe('a course that mends what is there', () => {
  test.each(ROUTES)('%s can be filled and done in its order', (route) => {
    const mending = mendingOf(recipe, route)
    expect(checkCourse(mending)).toEqual([])
    expect(checkCups({ ...mending, id: 1 }).ok).toBe(true)
    expect(mending.start.of).toBe('existing')
    expect(mending.mouldId).toBeNull()
    expect(mending.layers).toHaveLength(1)
    expect(courseParts(mending).work[0]?.mix.layer).toBe(mending.layers[0]?.key)
  })
  test.each<[Route, string]>([
    ['coat over', 'face'],
    ['coat the back', 'back'],
    ['cut down', 'sides'],
    ['cover', 'face'],
  ])('%s lies on the %s', (route, side) =>
    expect(mendingOf(recipe, route).layers[0]?.side).toBe(side),
  )
  test('it is scuffed and wiped before, and looked at behind', () => {
    const order = kinds(mendingOf(recipe, 'coat over'))
    expect(order.indexOf('sand')).toBeLessThan(order.indexOf('wipe'))
    expect(order.indexOf('wipe')).toBeLessThan(order.indexOf('mix'))
    expect(order.lastIndexOf('inspect')).toBeGreaterThan(order.indexOf('pour'))
  })
  test('the mix follows the wiping before dust is on it again', () => {
    const { course } = mendingOf(recipe, 'coat over')
    const wipe = course.find(({ kind }) => kind === 'wipe')
    expect(course.find(({ kind }) => kind === 'mix')?.within).toEqual([
      { of: wipe?.key, mostMin: 240 },
    ])
  })
  test('poured again takes as much as the last layer did, with its cups', () => {
    const mending = { ...mendingOf(recipe, 'sand and pour again'), id: 1 }
    const [before, now] = [sizePiece(recipe), sizePiece(mending)]
    if (!before.ok || !now.ok) throw new Error('cannot be sized')
    const top = before.value.layers.at(-1)
    expect(mending.layers[0]?.cups).toEqual(recipe.layers.at(-1)?.cups)
    expect((now.value.layers[0]?.grossMl ?? 0) / (top?.grossMl ?? 1)).toBeCloseTo(1, 1)
  })
  test('keys of the course are its own', () => {
    for (const route of ROUTES) {
      const keys = mendingOf(recipe, route).course.map(({ key }) => key)
      expect(new Set(keys).size).toBe(keys.length)
    }
  })
})

describe('a set', () => {
  test('has its pieces by name, those of a kind counted', () =>
    expect(membersOf(set).map(({ name }) => name)).toEqual([
      'Tray and coasters',
      'coaster 1',
      'coaster 2',
      'lid',
    ]))
  test('what stands alone has none', () => expect(membersOf(recipe)).toEqual([]))
  test('one of its pieces is mended by itself, in its own form', () => {
    const [, coaster] = membersOf(set)
    const mending = mendingOf(set, 'coat over', coaster ?? null)
    expect(mending.shape).toEqual(set.others[0]?.shape)
    expect(mending.others).toEqual([])
  })
  test('a lost piece is made again by itself, with all its layers', () => {
    const lid = membersOf(set).at(-1) ?? null
    const again = mendingOf(set, 'make again', lid)
    expect(again.layers).toHaveLength(set.layers.length)
    expect(again.mouldId).toBe(set.mouldId)
    expect(again.name).toBe('lid, made again')
  })
})

test('what has no flat face cannot be coated', () => {
  const bowl: Recipe = {
    ...recipe,
    shape: { kind: 'measured', capacityMl: 300, heightMm: 60 },
    layers: recipe.layers.map((layer) => ({ ...layer, fill: { volumeFraction: 0.4 } })),
  }
  expect(routesFor(bowl).map(({ route }) => route)).not.toContain('coat over')
  expect(routesFor(recipe).map(({ route }) => route)).toEqual([...ROUTES])
})

describe('the faces of a piece', () => {
  const event = (changes: Partial<FaceEvent>): FaceEvent => ({
    kind: 'seen',
    part: '',
    face: 'upside',
    defect: 'bubbles',
    x: 0.2,
    y: -0.4,
    ...changes,
  })
  test('a mark stands until it is taken off', () => {
    expect(foldFaces([event({})]).marks).toHaveLength(1)
    expect(foldFaces([event({}), event({ kind: 'mark off' })]).marks).toEqual([])
    expect(foldFaces([event({}), event({ kind: 'mark off', x: 0.3 })]).marks).toHaveLength(1)
  })
  test('of two alike, one is taken off', () =>
    expect(foldFaces([event({}), event({}), event({ kind: 'mark off' })]).marks).toHaveLength(1))
  test('the last word on the front holds, for each piece of a set', () => {
    const front = (face: 'upside' | 'underside', part = '') =>
      event({ kind: 'front', face, part, defect: null, x: null, y: null })
    expect([
      ...foldFaces([front('upside'), front('underside', 'lid'), front('underside')]).fronts,
    ]).toEqual([
      ['', 'underside'],
      ['lid', 'underside'],
    ])
  })
})

test.each([
  [1, 95, 0],
  // 0.8 falls short, 1 − 0.2² does not.
  [1, 80, 1],
  // 0.95⁴ is 0.81; with a fifth 0.977.
  [4, 95, 1],
  [2, 100, 0],
])('of %p wanted at %p per cent, %p more are poured', (wanted, yieldPct, spare) =>
  expect(spareFor(wanted, { yieldPct, judged: 0 }, 90)).toBe(spare),
)

describe('spares as a line has them', () => {
  const known = { yieldPct: 80, judged: 30 }
  test('the chance of enough is that of the operation, with what was judged as its weight', () => {
    const answer = spares({
      wanted: 4,
      yield: { meanPct: 80, weight: 50 },
      sureOf: 0.5,
      mostPieces: 9,
    })
    if (!answer.ok) throw new Error(answer.code)
    for (const { pieces, chance } of answer.value.table)
      expect(chanceOfEnough(4, pieces, known)).toBeCloseTo(chance, 12)
  })
  test.each([
    [0, 3, 1],
    [4, 3, 0],
  ])('%p wanted of %p poured come out with a chance of %p', (wanted, poured, chance) =>
    expect(chanceOfEnough(wanted, poured, known)).toBe(chance),
  )
  test('nobody is proposed a spare who wants none, or where none helps', () => {
    expect(spareFor(4, known, 0)).toBe(0)
    expect(spareFor(4, { yieldPct: 0, judged: 3 }, 90)).toBe(0)
    expect(spareFor(4, { yieldPct: 100, judged: 3 }, 90)).toBe(0)
  })
  test('the surer, the more', () => {
    const proposed = [50, 80, 95, 99].map((sure) => spareFor(10, known, sure))
    expect(proposed).toEqual([...proposed].sort((a, b) => a - b))
    expect(proposed.at(-1)).toBeGreaterThan(proposed[0]!)
  })
  test('what pays is what comes out, but no more than was asked for', () => {
    expect(payingPct(8, 10, 90)).toBe(80)
    expect(payingPct(8, 8, 90)).toBe(90)
    expect(payingPct(8, 9, 70)).toBe(70)
  })
  test('of many pieces nothing underflows', () => {
    const sure = { yieldPct: 80, judged: 1_000_000 }
    expect(chanceOfEnough(3900, 5000, sure)).toBeCloseTo(1, 3)
    expect(chanceOfEnough(4100, 5000, sure)).toBeLessThan(0.001)
  })
  test('spares cost what they add to the batch', () =>
    expect(sparesCost('120.10', '100.30', 'EUR')).toBe('19.80'))
})
