import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  dayIncome,
  dayRequest,
  demandOfGuess,
  demandOfPast,
  linesOfDay,
  market,
  whenWrong,
  type Day,
  type DayProduct,
} from '../../core/market'

describe('what guesses say', () => {
  test.each([
    ['a mean of the three', { few: 2, likely: 6, many: 10 }, { kind: 'poisson', mean: 6 }],
    [
      'spread more than chance alone',
      { few: 0, likely: 4, many: 20 },
      { kind: 'negbin', mean: 6, sd: 20 / 6 },
    ],
    ['nobody comes', { few: 0, likely: 0, many: 0 }, { kind: 'poisson', mean: 0 }],
  ])('%s', (_name, guess, demand) => expect(demandOfGuess(guess)).toEqual(demand))
})

describe('what past days say', () => {
  test('nothing where there were none', () => expect(demandOfPast([])).toBeNull())
  test('as many as were sold, where some came home', () =>
    expect(
      demandOfPast([
        { taken: 10, sold: 4 },
        { taken: 10, sold: 6 },
      ]),
    ).toEqual({ kind: 'poisson', mean: 5 }))
  test('more than were sold where all were', () => {
    const demand = demandOfPast([
      { taken: 5, sold: 5 },
      { taken: 10, sold: 4 },
    ])
    expect(demand).toMatchObject({ kind: 'poisson' })
    // Of at least five with a mean near five about six and a half are to be expected.
    expect(demand?.kind === 'poisson' ? demand.mean : 0).toBeGreaterThan(5)
    expect(demand?.kind === 'poisson' ? demand.mean : 0).toBeLessThan(6)
  })
  test('days that differ more than chance alone spread', () =>
    expect(
      demandOfPast([
        { taken: 30, sold: 1 },
        { taken: 30, sold: 19 },
      ])?.kind,
    ).toBe('negbin'))
  test('is never below what was sold on average', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            taken: fc.integer({ min: 1, max: 30 }),
            share: fc.double({ min: 0, max: 1, noNaN: true }),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        (all) => {
          const days = all.map(({ taken, share }) => ({ taken, sold: Math.floor(taken * share) }))
          const demand = demandOfPast(days)
          const mean = days.reduce((sum, { sold }) => sum + sold, 0) / days.length
          expect(demand && 'mean' in demand ? demand.mean : NaN).toBeGreaterThanOrEqual(mean - 1e-9)
        },
      ),
    )
  })
})

const pull: DayProduct = {
  id: 'pull',
  price: '24.00',
  costPerGood: '9.00',
  pieceMin: 15,
  mould: 'mould 1',
  stock: 2,
  begun: 0,
  most: 20,
  guess: { few: 2, likely: 6, many: 10 },
  past: [],
}
const day: Day = {
  taxPct: 20,
  selling: { currency: 'EUR', packaging: '0.50', feePct: 2, feeFixed: '0' },
  leftPct: 50,
  tablePieces: null,
  handsMin: null,
  castings: {},
}

describe('the question of a day', () => {
  test('what is sold brings its price without tax, packing and fee', () =>
    // 24 / 1.2 − 0.50 − 0.48
    expect(dayRequest([pull], day)).toEqual({
      currency: 'EUR',
      products: [
        {
          id: 'pull',
          price: '19.0200',
          costPerGood: '9.00',
          leftValue: '4.5000',
          stock: 2,
          least: 0,
          most: 20,
          demand: { kind: 'poisson', mean: 6 },
          uses: {},
        },
      ],
      capacities: {},
    }))
  test('what is begun is made, and asks for no more hands, moulds or room', () => {
    const begun = { ...pull, begun: 3 }
    const request = dayRequest([begun], {
      ...day,
      handsMin: 0,
      tablePieces: 4,
      castings: { 'mould 1': 0 },
    })
    expect(request.capacities).toEqual({ hands: 45, 'mould 1': 3, table: 3 })
    const answered = market(request)
    expect(answered.ok && answered.value.products[0]).toMatchObject({ make: 3, take: 5 })
  })
  test('what comes home is worth less than what is sold', () => {
    const [product] = dayRequest([{ ...pull, costPerGood: '90.00' }], day).products
    expect(Number(product?.leftValue)).toBeLessThan(Number(product?.price))
  })
})

describe('when a guess is wrong', () => {
  const request = dayRequest([pull, { ...pull, id: 'plaque', stock: 0, mould: null }], {
    ...day,
    handsMin: 120,
  })
  const answered = market(request)
  const chosen = answered.ok ? answered.value : null
  test('the more is asked for, the more would have been made; what was made loses', () => {
    if (!chosen) throw new Error('it can be answered')
    const told: number[] = []
    const rows = whenWrong(request, chosen, [0.5, 1, 2], (done) => told.push(done))
    expect(rows).toHaveLength(6)
    expect(told.at(-1)).toBe(6)
    for (const id of ['pull', 'plaque']) {
      const [less, same, more] = rows.filter((row) => row.id === id)
      expect(same?.loses).toBeCloseTo(0, 6)
      expect(less?.make).toBeLessThanOrEqual(same?.make ?? -1)
      expect(more?.make).toBeGreaterThanOrEqual(same?.make ?? Infinity)
      expect(less?.loses).toBeGreaterThanOrEqual(0)
    }
  })
  test('a distribution of one’s own is stretched', () => {
    const own = {
      ...request,
      products: request.products.map((product) => ({
        ...product,
        demand: { kind: 'pmf' as const, p: [0.25, 0.5, 0.25] },
      })),
    }
    const best = market(own)
    if (!best.ok) throw new Error(best.code)
    const [half] = whenWrong(own, best.value, [0.5])
    expect(half?.make).toBeLessThanOrEqual(best.value.products[0]?.make ?? 0)
  })
})

describe('what a market day brought', () => {
  const terms = { taxPct: 20, selling: day.selling, stallFee: '10.00' }
  test('what was paid without tax; packing, fees and the stall shared by it', () =>
    expect(
      dayIncome(
        [
          { recipeId: 1, sold: 3, price: '24.00' },
          { recipeId: 2, sold: 1, price: '24.00' },
        ],
        terms,
      ),
    ).toEqual([
      // 72 / 1.2; 1.50 packing, 1.44 fee, three quarters of the stall
      { recipeId: 1, net: '60.00', selling: '10.44' },
      { recipeId: 2, net: '20.00', selling: '3.48' },
    ]))
  test('where nothing was paid the stall is shared alike, to the cent', () =>
    expect(
      dayIncome(
        [1, 2, 3].map((recipeId) => ({ recipeId, sold: 0, price: '5' })),
        terms,
      ).map(({ selling }) => selling),
    ).toEqual(['3.33', '3.33', '3.34']))
})

describe('what is to be made, on the lines of the order', () => {
  const line = (id: number, recipeId: number, quantity: number, changes = {}) => ({
    id,
    recipeId,
    quantity,
    spares: 0,
    isBegun: false,
    ...changes,
  })
  test.each<[string, Parameters<typeof linesOfDay>[0], [number, number][], unknown[]]>([
    ['more of what stands there', [line(1, 7, 3)], [[7, 5]], [[1, 7, 5, 0]]],
    ['its spares stay beside it', [line(1, 7, 5, { spares: 2 })], [[7, 4]], [[1, 7, 6, 2]]],
    ['none any more', [line(1, 7, 3), line(2, 8, 1)], [[7, 0]], [[2, 8, 1, 0]]],
    ['one that was begun stays', [line(1, 7, 3, { isBegun: true })], [[7, 0]], [[1, 7, 1, 0]]],
    ['what nobody spoke of stays', [line(1, 7, 3)], [], [[1, 7, 3, 0]]],
    [
      'a new one is added',
      [line(1, 7, 3)],
      [[8, 2]],
      [
        [1, 7, 3, 0],
        [undefined, 8, 2, 0],
      ],
    ],
    [
      'of two lines the last takes the rest',
      [line(1, 7, 3), line(2, 7, 2)],
      [[7, 9]],
      [
        [1, 7, 3, 0],
        [2, 7, 6, 0],
      ],
    ],
    ['and goes where none is left', [line(1, 7, 3), line(2, 7, 2)], [[7, 2]], [[1, 7, 2, 0]]],
  ])('%s', (_name, lines, make, wanted) =>
    expect(
      linesOfDay(lines, new Map(make)).map(({ id, recipeId, quantity, spares }) => [
        id,
        recipeId,
        quantity,
        spares,
      ]),
    ).toEqual(wanted),
  )
})
