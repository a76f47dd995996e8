import { expect, test } from '@jest/globals'
import { recipeChanges } from '../../app/utils/recipeChanges'
import { piecesOfPot, pieceRange, potOrders, potTitle } from '../../shared/potTitle'
import type { PotPortion } from '../../shared/types/pots'
import { layer, pigment, poured, recipe, resin, step } from '../fixtures/studio'

const names = {
  resins: new Map<number, { name: string }>([
    [1, resin],
    [2, { name: 'Slow resin' }],
  ]),
  pigments: new Map([[1, pigment]]),
  materials: new Map([[3, { name: 'Hard oil' }]]),
  moulds: new Map([[1, { name: 'Test mould' }]]),
  people: new Map([[2, { name: 'Wren' }]]),
}
const before = recipe({
  layers: [
    layer({ pigments: [{ pigmentId: 1, loadPct: 2 }], heatAfterMin: [3] }),
    layer({ id: 2, name: 'back', fill: { toBrim: true } }),
  ],
  steps: [step({ name: 'seal', dryMin: 600 })],
})
const told = (after: typeof before) =>
  recipeChanges(before, after, names).map((change) => [change.field, change.before, change.after])

test('versions that are alike differ in nothing, whatever the keys of their rows', () =>
  expect(
    told({ ...before, layers: before.layers.map((one) => ({ ...one, id: one.id + 40 })) }),
  ).toEqual([]))
test.each<[string, Partial<typeof before>, string[][]]>([
  [
    'a rest',
    {
      layers: [{ ...before.layers[0]!, rest: { from: 0, to: 1, leastMin: 9 } }, before.layers[1]!],
    },
    [['face: rest: least', '6 min', '9 min']],
  ],
  [
    'a resin, by its name',
    { layers: [before.layers[0]!, { ...before.layers[1]!, resinId: 2 }] },
    [['back: resin', 'Plain test resin', 'Slow resin']],
  ],
  [
    'a load, by its pigment',
    {
      layers: [
        {
          ...before.layers[0]!,
          cups: [
            {
              ...before.layers[0]!.cups[0]!,
              pigments: [{ pigmentId: 1, dose: { loadPct: 2.5 } }],
            },
          ],
        },
        before.layers[1]!,
      ],
    },
    [['face: Test moss: load', '2 %', '2.5 %']],
  ],
  [
    'who alone does it, what it takes, what it waits for and keeps',
    {
      course: before.course.map((one) =>
        one.name === 'seal'
          ? {
              ...one,
              personId: 2,
              uses: [{ materialId: 3, amount: 4, per: 'piece' as const }],
              keeps: [{ what: 'form' as const, mouldId: 1, until: 'm1' }],
            }
          : one,
      ),
    },
    [
      ['seal: person', '(none)', 'Wren'],
      ['seal: uses: Hard oil: amount', '(none)', '4'],
      ['seal: uses: Hard oil: per', '(none)', 'piece'],
      ['seal: keeps: form: mould', '(none)', 'Test mould'],
      ['seal: keeps: form: until', '(none)', 'mix face'],
    ],
  ],
  [
    'a drying time',
    {
      course: before.course.map((one) => (one.name === 'seal' ? { ...one, dryMin: 900 } : one)),
    },
    [['seal: dry', '600 min', '900 min']],
  ],
  [
    'a measure',
    { shape: { kind: 'rectangle', widthMm: 90, lengthMm: 100, heightMm: 20 } },
    [['shape: width', '100 mm', '90 mm']],
  ],
  [
    'heat passes',
    {
      course: before.course.map((one) => (one.kind === 'pass' ? { ...one, at: [3, 25] } : one)),
    },
    [['heat pass, face: at', '3', '3, 25']],
  ],
])('%s', (_what, changes, wanted) => expect(told({ ...before, ...changes })).toEqual(wanted))
test('a layer that is new is told with all its figures', () => {
  const changes = told({
    ...before,
    layers: [...before.layers, poured({ id: 3, name: 'top' }).layer],
  })
  expect(changes.length).toBeGreaterThan(5)
  expect(changes.every(([field, was]) => field!.startsWith('top') && was === '(none)')).toBe(true)
})

test('a pot is named by what it pours', () => {
  const portion = (
    recipeName: string,
    name: string,
    orderTitle: string,
    firstPiece: number,
    pieces: number,
  ) => ({ recipeName, ...poured({ name }), orderTitle, firstPiece, pieces }) as PotPortion
  const pot = {
    portions: [
      portion('Plaque', 'face', 'Corridor', 1, 8),
      portion('Plaque', 'face', 'Stable', 3, 1),
      portion('Disc', 'back', 'Corridor', 1, 2),
    ],
  }
  expect([potTitle(pot), piecesOfPot(pot), potOrders(pot)]).toEqual([
    'Plaque, face and 1 more',
    11,
    'Corridor; Stable',
  ])
  expect(pot.portions.map(pieceRange)).toEqual(['pieces 1 to 8', 'piece 3', 'pieces 1 to 2'])
  expect(potTitle({ portions: pot.portions.slice(0, 2) })).toBe('Plaque, face')
})
