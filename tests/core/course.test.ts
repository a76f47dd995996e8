import { describe, expect, test } from '@jest/globals'
import {
  checkCourse,
  checkCups,
  courseParts,
  courseWithLayer,
  courseWithoutLayer,
  movedLayer,
  poursOfPiece,
  splitLayer,
} from '../../core/recipe'
import { newPour, newStep, type Cup, type Recipe } from '../../core/trade'
import { batch, demoulding, layer, poured, recipe, rules, step } from '../fixtures/studio'

const two = recipe({
  layers: [
    layer({ name: 'face', fill: { depthMm: 8 }, heatAfterMin: [3, 25] }),
    layer({ id: 2, name: 'back', fill: { toBrim: true } }),
  ],
  steps: [
    step({ name: 'wax', holdsMin: 600 }),
    step({ name: 'tape off', phase: 'curing', atMin: [120] }),
    step({ name: 'key', layer: 1 }),
    demoulding,
  ],
})
const titles = (entries: readonly { name: string; kind: string }[]) =>
  entries.map(({ name, kind }) => (name === '' ? kind : name))
const codes = (one: Recipe) => checkCourse(one).map(({ path, code }) => `${path} ${code}`)

describe('a course, read', () => {
  test('what stands before a mix prepares it, what has times is a visit, the rest comes after', () => {
    const parts = courseParts(two)
    expect(parts.before.map(titles)).toEqual([['wax'], ['key']])
    expect(parts.visits.map(titles)).toEqual([['tape off'], []])
    expect(titles(parts.after)).toEqual(['demould'])
    expect(
      parts.work.map((work) => titles([work!.mix, ...work!.pouring, ...work!.passes])),
    ).toEqual([
      ['mix', 'pour', 'pass'],
      ['mix', 'pour'],
    ])
  })
  test('what stands between two pours of a layer belongs to its stretch', () => {
    const at = two.course.findIndex(({ kind }) => kind === 'pour') + 1
    const course = [
      ...two.course.slice(0, at),
      newStep('place', 'e90', null),
      newPour('e91', 'l1', { cup: 'c1' }, 1),
      ...two.course.slice(at),
    ]
    const parts = courseParts({ ...two, course })
    expect(parts.work[0]!.pouring.map(({ kind }) => kind)).toEqual(['pour', 'place', 'pour'])
    expect(parts.before[1]!.map(({ name }) => name)).toEqual(['key'])
  })
  test('what was to follow within a time says so itself: where a mix followed, its first pour', () =>
    expect(two.course.find(({ kind }) => kind === 'pour')!.within).toEqual([
      { of: 's0', mostMin: 600 },
    ]))
})

describe('a course, checked', () => {
  test('is fine as it is written', () => expect(codes(two)).toEqual([]))
  const without = (kind: string) => ({
    ...two,
    course: two.course.filter((entry) => entry.kind !== kind || entry.layer !== 'l2'),
  })
  const changed = (key: string, changes: object) => ({
    ...two,
    course: two.course.map((entry) => (entry.key === key ? { ...entry, ...changes } : entry)),
  })
  test.each<[string, Recipe, string[]]>([
    ['a layer that nothing mixes', without('mix'), ['layers[1].cups never-mixed']],
    ['a layer that nothing pours', without('pour'), ['layers[1].cups never-poured']],
    [
      'a pour from a cup that is not there',
      changed('p2-1', { pour: { ...newPour('x', 'l2', { cup: 'c9' }, 1).pour } }),
      ['course[7].pour.cup cup-unknown'],
    ],
    [
      'a window from something later',
      changed('s0', { within: [{ of: 's3', mostMin: 60 }] }),
      ['course[0].within[0].of within-later'],
    ],
    [
      'a window that closes before it opens',
      {
        ...two,
        course: two.course.map((entry) => ({
          ...entry,
          ...(entry.key === 's0' && { dryMin: 900 }),
        })),
      },
      ['course[2].within[0].mostMin closes-before-it-opens'],
    ],
    [
      'a layer mixed before the one below it is poured out',
      {
        ...two,
        course: [
          two.course.find(({ key }) => key === 'm2')!,
          ...two.course.filter(({ key }) => key !== 'm2'),
        ],
      },
      ['course[0].layer layer-below-later'],
    ],
  ])('%s is told at its field', (_what, one, wanted) =>
    expect(codes(one)).toEqual(expect.arrayContaining(wanted)),
  )
  test('cups that take more than the layer, and pours from an empty cup, are told at theirs', () => {
    const [first] = two.layers
    const over: Cup = { ...first!.cups[0]!, part: { ml: 99 } }
    expect(
      checkCups({ ...two, layers: [{ ...first!, cups: [over] }, two.layers[1]!] }),
    ).toMatchObject({
      ok: false,
      code: 'parts-exceed-layer',
      issues: [{ path: 'layers[0].cups' }],
    })
    const course = two.course.flatMap((entry) =>
      entry.key === 'p1-1'
        ? [entry, newPour('e90', 'l1', { cup: 'c1', share: { rest: true } }, 1)].map((one) => ({
            ...one,
            pour: { ...one.pour!, share: { rest: true as const } },
          }))
        : [entry],
    )
    expect(checkCups({ ...two, course })).toMatchObject({
      ok: false,
      code: 'cup-empty',
      issues: [{ path: 'course[3].pour.share' }],
    })
  })
})

describe('a course, edited', () => {
  const fresh = { ...poured({ id: 0, name: 'between' }).layer, key: 'l9' }
  const entries = [newPour('e90', 'l9', { cup: 'c1' }, 1)]
  test('a layer comes in behind all of the layer below it and before what prepares the next', () =>
    expect(titles(courseWithLayer(two, 1, fresh, entries).course)).toEqual([
      ...['wax', 'mix', 'pour', 'pass', 'tape off'],
      'pour',
      ...['key', 'mix', 'pour', 'demould'],
    ]))
  test('put in and taken out again, moved there and back, everything is as it was', () => {
    const added = courseWithLayer(two, 1, fresh, entries)
    expect(courseWithoutLayer(added, 1)).toEqual({ layers: two.layers, course: two.course })
    const back = movedLayer(movedLayer(two, 0, 1), 1, -1)
    expect(back).toEqual({ layers: two.layers, course: two.course })
  })
  test('neighbours that change places are mixed and poured in their new order', () => {
    const moved = { ...two, ...movedLayer(two, 0, 1) }
    expect(moved.course.filter(({ kind }) => kind === 'mix').map((entry) => entry.layer)).toEqual([
      'l2',
      'l1',
    ])
    expect(codes(moved)).toEqual([])
  })
  test('a layer split in two is mixed and poured twice, and shares nothing with its copy', () => {
    const parts = splitLayer(two, 1, 2)!
    expect(parts.course.filter(({ kind }) => kind === 'mix')).toHaveLength(3)
    expect(new Set(parts.course.map(({ key }) => key)).size).toBe(parts.course.length)
    expect(parts.layers[1]!.cups[0]).not.toBe(parts.layers[2]!.cups[0])
    expect(codes({ ...two, ...parts })).toEqual([])
  })
})

test('cups of one colour as they were kept before take the resin that they took', () => {
  // 80 ml × 3 pieces and 2 cups × 4 ml, 5 % more; the second in one cup
  const cups = recipe({
    layers: [layer({ fill: { depthMm: 8 }, cups: 2 }), layer({ id: 2, fill: { toBrim: true } })],
  })
  const known = { rules: { ...rules, perCupMl: 4, reservePct: 5 } }
  expect(batch(cups, 3, known).layers.map(({ mixMl }) => mixMl)).toEqual([
    expect.closeTo((80 * 3 + 8) * 1.05, 9),
    expect.closeTo((120 * 3 + 4) * 1.05, 9),
  ])
  expect(poursOfPiece(cups, 0)!.pours.map(({ ml }) => ml)).toEqual([40, 40])
})
