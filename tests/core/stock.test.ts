import { describe, expect, test } from '@jest/globals'
import {
  balance,
  drawsOfRun,
  drawsOfWork,
  inTurnToUse,
  mixableMl,
  partCountedIn,
  reserved,
  restOfPart,
  takeFrom,
  usableUntil,
  wareKey,
  wornOut,
  worthOf,
  type Booked,
  type Bottle,
  type Draw,
} from '../../core/stock'
import type { RunEvent, RunTargets, WorkEvent } from '../../core/run'
import type { Entry, Recipe } from '../../core/trade'
import { aDisc } from '../server/given'
import { seededRandom } from '../../core/seededRandom'
import { serves, type CostShelf } from '../../core/batch'
import { batch, resin, shelf } from '../fixtures/studio'
import { RUN_TARGETS } from '../fixtures/runTargets'

const bottle = (id: number, changes: Partial<Bottle> = {}): Bottle => ({
  id,
  ware: { of: 'resin', id: 1, part: 'a' },
  unit: 'g',
  density: 1.1,
  left: 100,
  usableUntil: null,
  isOpen: false,
  ...changes,
})
const draw = (amount: number, changes: Partial<Draw> = {}): Draw => ({
  cause: 'weighed',
  ware: { of: 'resin', id: 1, part: 'a' },
  amount,
  unit: 'g',
  from: [],
  ...changes,
})

describe('what is taken from which bottle', () => {
  test.each<[string, Draw, Bottle[], [number, number][]]>([
    ['the one that ends first', draw(30), [bottle(1), bottle(2, { usableUntil: 9 })], [[2, 30]]],
    [
      'remainders first',
      draw(30),
      [bottle(1), bottle(2, { left: 20 })],
      [
        [2, 20],
        [1, 10],
      ],
    ],
    [
      'the one that somebody named',
      draw(30, { from: [1] }),
      [bottle(1), bottle(2, { left: 20 })],
      [[1, 30]],
    ],
    ['more than the named one holds', draw(130, { from: [1] }), [bottle(1), bottle(2)], [[1, 130]]],
    [
      'more than all hold',
      draw(250),
      [bottle(1), bottle(2)],
      [
        [1, 100],
        [2, 150],
      ],
    ],
    [
      'grams of what is counted in ml',
      draw(110),
      [bottle(1, { unit: 'ml', left: 200 })],
      [[1, 100]],
    ],
    ['from an empty one where nothing else is', draw(5), [bottle(1, { left: 0 })], [[1, 5]]],
  ])('%s', (_name, one, bottles, wanted) => {
    const { taken, without } = takeFrom([one], bottles, 0)
    expect(without).toEqual([])
    expect(taken.map(({ lotId }) => lotId)).toEqual(wanted.map(([id]) => id))
    taken.forEach(({ amount }, i) => expect(amount).toBeCloseTo(wanted[i]?.[1] ?? NaN, 9))
  })
  test('a colour that is to match comes from one bottle, where one of those holds it', () => {
    const colour = { ware: { of: 'pigment', id: 3 } } as const
    const bottles = [bottle(1, colour), bottle(2, { ...colour, left: 20 }), bottle(3, colour)]
    const from = (amount: number, alike: number[], changes: Partial<Bottle> = {}) =>
      takeFrom(
        [draw(amount, colour)],
        bottles.map((one) => (one.id === 3 ? { ...one, ...changes } : one)),
        10,
        new Set(alike),
      ).taken.map(({ lotId }) => lotId)
    expect(from(30, [])).toEqual([2, 1])
    expect(from(30, [3])).toEqual([3])
    expect(from(30, [2])).toEqual([2, 1])
    expect(from(30, [3], { usableUntil: 9 })).toEqual([2, 1])
  })
  test('what no bottle is there for is told', () => {
    const other = draw(5, { ware: { of: 'pigment', id: 3 } })
    expect(takeFrom([other], [bottle(1)], 0)).toEqual({ taken: [], without: [other] })
  })
  test('bottles stand in the order in which they are used up, those past their end last', () => {
    const order = inTurnToUse(
      [
        bottle(1),
        bottle(2, { isOpen: true }),
        bottle(3, { usableUntil: 5 }),
        bottle(4, { usableUntil: 90 }),
      ],
      10,
    )
    expect(order.map(({ id }) => id)).toEqual([4, 2, 1, 3])
  })
})

/** A ledger that is brought in step with a log, as the server does. */
class Ledger {
  booked: Booked[] = []
  left: Map<number, number>
  constructor(readonly bottles: readonly Bottle[]) {
    this.left = new Map(bottles.map(({ id, left }) => [id, left]))
  }
  settle(wanted: readonly Draw[]): void {
    const { toDraw, toUndo } = balance(wanted, this.booked)
    for (const undone of toUndo) {
      this.add(undone.lotId, undone.amount)
      this.booked = this.booked.map((one) =>
        one.id === undone.id ? { ...one, isUndone: true } : one,
      )
    }
    const now = this.bottles.map((one) => ({ ...one, left: this.left.get(one.id) ?? 0 }))
    for (const taken of takeFrom(toDraw, now, 0).taken) {
      this.add(taken.lotId, -taken.amount)
      this.booked.push({ ...taken, id: this.booked.length + 1, isUndone: false })
    }
  }
  add(id: number, amount: number): void {
    this.left.set(id, (this.left.get(id) ?? 0) + amount)
  }
  get total(): number {
    return [...this.left.values()].reduce((sum, one) => sum + one, 0)
  }
}

const targets: RunTargets = {
  ...RUN_TARGETS,
  resinId: 1,
  uses: [
    { of: 'pigment', id: 4, amount: 2.5, unit: 'g', when: 'stirred' },
    { of: 'material', id: 6, amount: 3, unit: 'piece', when: 'laid' },
  ],
}
type Keyed = RunEvent & { key: string }
const WARES = [
  bottle(1, { left: 300 }),
  bottle(2, { left: 50, isOpen: true }),
  bottle(3, { ware: { of: 'resin', id: 1, part: 'b' }, density: 1, left: 200 }),
  bottle(4, { ware: { of: 'pigment', id: 4 }, density: null, left: 40 }),
  bottle(5, { ware: { of: 'material', id: 6 }, unit: 'piece', density: null, left: 12 }),
]

describe('the ledger follows the bench', () => {
  test('a pot draws what was weighed, its pigment and what its pieces take', () => {
    const events: Keyed[] = [
      { key: 'k1', at: 1, kind: 'weighed', part: 'b', amount: 40 },
      { key: 'k2', at: 2, kind: 'weighed', part: 'a', amount: 88, lots: [{ lotId: 1 }] },
      { key: 'k3', at: 3, kind: 'stirEnded' },
      { key: 'k4', at: 4, kind: 'cureStarted', placeId: 1 },
    ]
    const ledger = new Ledger(WARES)
    ledger.settle(drawsOfRun(targets, events))
    expect(Object.fromEntries(ledger.left)).toEqual({ 1: 212, 2: 50, 3: 160, 4: 37.5, 5: 9 })
  })
  test('a mix that is given up stays used; one that is made once more is used as well', () => {
    const events: Keyed[] = [
      { key: 'k1', at: 1, kind: 'weighed', part: 'b', amount: 40 },
      { key: 'k2', at: 2, kind: 'ranShort', ml: targets.needMl / 2 },
      { key: 'k3', at: 3, kind: 'spoiled' },
    ]
    const draws = drawsOfRun(targets, events)
    expect(draws.map(({ ware }) => wareKey(ware))).toEqual([
      'resin 1 b',
      ...targets.parts.map(({ part }) => `resin 1 ${part}`),
      'pigment 4',
    ])
    expect(draws.at(-1)?.amount).toBeCloseTo(1.25, 9)
  })
  test.each(Array.from({ length: 40 }, (_, i) => i + 1))(
    'whatever is taken back, the stores hold what the log leaves (%i)',
    (seed) => {
      const random = seededRandom(seed)
      const ledger = new Ledger(WARES)
      const before = ledger.total
      const events: Keyed[] = []
      for (let i = 0; i < 25; i++) {
        const dice = random()
        const at = i
        const key = `k${i}`
        if (dice < 0.4)
          events.push({
            key,
            at,
            kind: 'weighed',
            part: random() < 0.5 ? 'a' : 'b',
            amount: random() * 60,
          })
        else if (dice < 0.5) events.push({ key, at, kind: 'stirEnded' })
        else if (dice < 0.6) events.push({ key, at, kind: 'ranShort', ml: random() * 20 })
        else events.push({ key, at, kind: 'undone' })
        ledger.settle(drawsOfRun(targets, events))
        const fresh = new Ledger(WARES)
        fresh.settle(drawsOfRun(targets, events))
        expect(ledger.total).toBeCloseTo(fresh.total, 6)
        const net = ledger.booked.reduce(
          (sum, { amount, isUndone }) => sum + (isUndone ? 0 : amount),
          0,
        )
        expect(ledger.total).toBeCloseTo(before - net, 6)
      }
    },
  )
})

describe('the ledger follows other work', () => {
  const course = [
    {
      key: 'k1',
      mix: null,
      pour: null,
      pass: null,
      uses: [
        { materialId: 6, amount: 2, per: 'piece' },
        { materialId: 7, amount: 9, per: 'batch' },
      ],
    },
  ] as unknown as Entry[]
  const told = (kind: WorkEvent['kind'], first: number, pieces: number): WorkEvent => ({
    kind,
    what: 'k1',
    visit: null,
    layer: null,
    first,
    pieces,
    at: new Date(0),
    personId: 1,
    untilAt: null,
  })
  const amounts = (events: readonly WorkEvent[]) => {
    const sums: Record<number, number> = {}
    for (const { ware, amount } of drawsOfWork(events, {
      quantity: 3,
      course,
      unitOf: () => 'piece',
    }))
      sums[ware.id] = (sums[ware.id] ?? 0) + amount
    return sums
  }
  test.each<[string, WorkEvent[], Record<number, number>]>([
    ['done to all', [told('done', 1, 3)], { 6: 6, 7: 9 }],
    ['done to one of three', [told('done', 2, 1)], { 6: 2, 7: 3 }],
    ['told twice', [told('done', 1, 3), told('done', 1, 3)], { 6: 6, 7: 9 }],
    ['taken back of one', [told('done', 1, 3), told('taken back', 3, 1)], { 6: 4, 7: 6 }],
    ['only begun', [told('begun', 1, 3)], {}],
    ['skipped', [told('skipped', 1, 3)], {}],
  ])('%s', (_name, events, wanted) => expect(amounts(events)).toEqual(wanted))
})

describe('what can be mixed', () => {
  const left = (a: number, b: number) => ({
    a: { massG: a, volumeMl: 0 },
    b: { massG: b, volumeMl: 0 },
  })
  // 2 : 1 by volume at 1.1 and 1 g/ml: 300 ml are 220 g and 100 g.
  test.each([
    ['as both parts allow', 220, 100, 300],
    ['as the part allows of which there is less', 220, 50, 150],
    ['nothing of one part alone', 220, 0, 0],
    ['below nothing where more was used than was noted', -22, 100, -30],
  ])('%s', (_name, a, b, ml) => expect(mixableMl(resin, left(a, b))).toBeCloseTo(ml, 9))
  test('millilitres where the density is not known', () => {
    const plain = { ratio: { basis: 'volume' as const, a: 2, b: 1 } }
    const both = { a: { massG: 0, volumeMl: 40 }, b: { massG: 0, volumeMl: 100 } }
    expect(mixableMl(plain, both)).toBeCloseTo(60, 9)
  })
})

test.each<[string, number | null, number | null, number | null, number | null]>([
  ['never', null, null, null, null],
  ['the label', 900, null, 30, 900],
  ['so long after it was opened', null, 100, 1, 100 + 86_400_000],
  ['whichever is sooner', 900, 100, 1, 900],
])('a bottle may be used until: %s', (_name, useBy, opened, keeps, until) =>
  expect(usableUntil(useBy, opened, keeps)).toBe(until),
)

test('what is promised comes off in the order in which it is used', () => {
  const asked = [
    { amount: 60, at: 300 },
    { amount: 50, at: 100 },
    { amount: 10, at: null },
  ]
  expect(reserved(asked, 100)).toEqual({ reserved: 120, free: -20, shortAt: 300 })
  expect(reserved(asked, 115)).toMatchObject({ shortAt: Infinity })
  expect(reserved(asked, 120)).toMatchObject({ free: 0, shortAt: null })
})

test.each<[string, { left: number; size: number; price: string | null }[], string]>([
  ['nothing', [], '0.00'],
  [
    'what is left of each',
    [
      { left: 250, size: 1000, price: '40.00' },
      { left: 1, size: 3, price: '1.00' },
    ],
    '10.33',
  ],
  ['a bottle below nothing is worth nothing', [{ left: -50, size: 100, price: '9.00' }], '0.00'],
  ['what nobody knows the price of', [{ left: 50, size: 100, price: null }], '0.00'],
])('the stores are worth: %s', (_name, bottles, worth) =>
  expect(worthOf(bottles, 'EUR')).toBe(worth),
)

test.each([
  ['grams where the density is known', { a: 2, b: 1, basis: 'volume' as const }, 1.1, 'g'],
  ['millilitres where it is not', { a: 2, b: 1, basis: 'volume' as const }, undefined, 'ml'],
  ['grams of what is mixed by weight', { a: 100, b: 46, basis: 'mass' as const }, undefined, 'g'],
])('bottles are counted in %s', (_name, ratio, densityA, unit) =>
  expect(partCountedIn({ ratio, densityA }, 'a')).toEqual({ unit, density: densityA ?? null }),
)

describe('what the rest of a bottle would pour', () => {
  const known: CostShelf = {
    ...shelf,
    resins: new Map([3, 4].map((id) => [id, { ...resin, id }])),
    rules: { ...shelf.rules, perCupMl: 2, reservePct: 5 },
  }
  const disc: Recipe = { id: 7, ...aDisc(3), mouldId: null }
  const needMl = (pieces: number) =>
    batch(disc, pieces, known).layers.reduce((sum, { mixMl }) => sum + mixMl, 0)
  const oneMl = needMl(1)
  test.each([
    ['nothing where one is too large', oneMl - 0.1, []],
    ['one', oneMl, [{ recipeId: 7, pieces: 1 }]],
    ['as many as it is enough for', needMl(4), [{ recipeId: 7, pieces: 4 }]],
  ])('%s', (_name, ml, served) =>
    expect(serves([disc], { resinId: 3, ml }, known)).toMatchObject(served),
  )
  test('never more than there is, and those first that leave the least', () => {
    const two: Recipe = { ...disc, id: 8, shape: { ...disc.shape } }
    for (const { pieces, leftMl } of serves([disc, two], { resinId: 3, ml: 500 }, known)) {
      expect(leftMl).toBeCloseTo(500 - needMl(pieces), 6)
      expect(leftMl).toBeGreaterThanOrEqual(0)
    }
  })
  test('a recipe of another resin is not served', () =>
    expect(serves([disc], { resinId: 4, ml: 5000 }, known)).toEqual([]))
  test('a bottle makes as much as its part is of the mix', () => {
    expect(restOfPart(resin, 'b', { left: 100, unit: 'g' })).toBeCloseTo(300, 6)
    expect(restOfPart(resin, 'a', { left: 100, unit: 'ml' })).toBeCloseTo(150, 6)
    expect(restOfPart(resin, 'a', { left: -5, unit: 'ml' })).toBe(0)
  })
})

describe('a mould that wears out', () => {
  test.each([
    ['lasts', 5, [{ pieces: 5, at: 1 }], null],
    [
      'is worn when the later ones are poured',
      4,
      [
        { pieces: 3, at: 20 },
        { pieces: 2, at: 10 },
      ],
      { left: 4, planned: 5, at: 20 },
    ],
    ['has no time yet', 0, [{ pieces: 1, at: null }], null],
  ])('%s', (_name, left, castings, out) => expect(wornOut(left, castings)).toEqual(out))
})
