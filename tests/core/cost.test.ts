import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { cost, sharedPrice, type CostAnswer, type CostRequest } from '../../core/cost'
import { runs } from '../fixtures/runs'

const request = (changes: Partial<CostRequest> = {}): CostRequest => ({
  currency: 'EUR',
  pieces: 4,
  yieldPct: 80,
  materials: [{ name: 'resin', quantity: 250, unitCost: '0.04' }],
  labour: [
    { name: 'prepare', minutes: 6, ratePerHour: '20.00', per: 'piece' },
    { name: 'mix', minutes: 9, ratePerHour: '20.00', per: 'batch' },
  ],
  equipment: [{ name: 'mould', price: '30.00', lifeUses: 60, uses: 4 }],
  overheadPct: 10,
  ...changes,
})
const costed = (changes: Partial<CostRequest> = {}): CostAnswer => {
  const result = cost(request(changes))
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}
/** Whole cents, so that sums can be compared without binary fractions. */
const cents = (text: string | null) => Math.round(Number(text) * 100)

describe('a batch by hand', () => {
  test('lines, overhead and pieces', () => {
    // resin 10.00; prepare 4 × 6 min = 8.00; mix 3.00; mould 30 × 4 / 60 = 2.00; sum 23.00,
    // overhead 2.30
    expect(costed()).toMatchObject({
      lines: [
        { name: 'resin', kind: 'material', amount: '10.00' },
        { name: 'prepare', kind: 'labour', amount: '8.00' },
        { name: 'mix', kind: 'labour', amount: '3.00' },
        { name: 'mould', kind: 'equipment', amount: '2.00' },
      ],
      subtotal: '23.00',
      overhead: '2.30',
      batchCost: '25.30',
    })
  })
  test('a good piece carries those that fail', () => {
    // 25.30 / 4 = 6.325 → 6.33; 25.30 / 3.2 = 7.90625 → 7.91
    expect(costed()).toMatchObject({ costPerPiece: '6.33', costPerGood: '7.91' })
  })
  test('without selling there is no price', () => {
    expect(costed()).toMatchObject({
      price: null,
      priceWithTax: null,
      fee: null,
      profitPerGood: null,
      marginPct: null,
    })
  })
})

describe('the price', () => {
  const selling = { packaging: '1.00', feePct: 5, feeFixed: '0.25', taxPct: 20 }
  test('leaves the wanted margin, with the fee on the price with tax', () => {
    // (7.91 + 1.00 + 0.25) / (1 − 0.05 × 1.2 − 0.4) = 9.16 / 0.54 = 16.9629… → 16.96; with tax
    // 20.352 → 20.35; fee 1.0175 → 1.02
    const sold = costed({ selling, ask: { marginPct: 40 } })
    expect(sold).toMatchObject({
      price: '16.96',
      priceWithTax: '20.35',
      fee: '1.02',
      profitPerGood: '6.78',
    })
    expect(sold.marginPct).toBeCloseTo((100 * 6.78) / 16.96, 9)
  })
  test('a price that is asked for is kept and its margin told', () => {
    // 12.00 with tax 14.40, fee 0.72; 12.00 − 0.72 − 0.25 − 1.00 − 7.91 = 2.12
    expect(costed({ selling, ask: { price: '12.00' } })).toMatchObject({
      price: '12.00',
      fee: '0.72',
      profitPerGood: '2.12',
    })
  })
  test('a loss is told as a loss', () => {
    expect(costed({ selling, ask: { price: '5.00' } }).profitPerGood).toBe('-4.46')
  })
  test('a margin that the fee leaves no room for is refused', () => {
    const result = cost(request({ selling, ask: { marginPct: 94 } }))
    expect(result).toMatchObject({
      ok: false,
      code: 'margin-impossible',
      issues: [{ path: 'ask.marginPct' }],
    })
  })
})

describe('rounding', () => {
  test.each<[string, string, string]>([
    ['a half cent goes up', '0.005', '0.01'],
    ['less than half goes down', '0.00499999', '0.00'],
    ['binary fractions play no part', '1.005', '1.01'],
  ])('%s', (_what, unitCost, amount) => {
    expect(costed({ materials: [{ name: 'x', quantity: 1, unitCost }] }).lines[0]?.amount).toBe(
      amount,
    )
  })
  test.each([
    ['JPY', '25'],
    ['EUR', '25.30'],
    ['KWD', '25.300'],
  ])('%s is rounded to its own minor unit', (currency, batchCost) => {
    expect(costed({ currency }).batchCost).toBe(batchCost)
  })
  test('an unknown currency is refused at its field', () => {
    expect(cost(request({ currency: 'QQQ' }))).toMatchObject({
      ok: false,
      issues: [{ path: 'currency' }],
    })
  })
})

test('whatever the lines, sums agree to the cent and failures never make a piece cheaper', () => {
  const money = fc.integer({ min: 0, max: 9_999_999 }).map((value) => (value / 1000).toFixed(3))
  const materials = fc.array(
    fc.record({
      name: fc.constant('m'),
      quantity: fc.double({ min: 0, max: 500, noNaN: true }),
      unitCost: money,
    }),
    { maxLength: 8 },
  )
  fc.assert(
    fc.property(
      materials,
      fc.integer({ min: 1, max: 40 }),
      fc.integer({ min: 1, max: 100 }),
      fc.integer({ min: 0, max: 60 }),
      (lines, pieces, yieldPct, overheadPct) => {
        const answer = costed({ materials: lines, pieces, yieldPct, overheadPct })
        expect(answer.lines.reduce((sum, line) => sum + cents(line.amount), 0)).toBe(
          cents(answer.subtotal),
        )
        expect(cents(answer.subtotal) + cents(answer.overhead)).toBe(cents(answer.batchCost))
        expect(cents(answer.costPerGood)).toBeGreaterThanOrEqual(cents(answer.costPerPiece))
        expect(
          Math.abs(cents(answer.costPerPiece) * pieces - cents(answer.batchCost)),
        ).toBeLessThanOrEqual(pieces)
      },
    ),
    { seed: 31, numRuns: runs(80) },
  )
})

test('with a margin the profit is that margin, as far as cents allow', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 60 }),
      fc.integer({ min: 0, max: 12 }),
      fc.integer({ min: 0, max: 25 }),
      (marginPct, feePct, taxPct) => {
        const answer = costed({
          selling: { packaging: '0.80', feePct, feeFixed: '0.10', taxPct },
          ask: { marginPct },
        })
        // The price, the price with tax and the fee are each rounded: at most a cent and a half on
        // a price of some euros.
        expect(answer.marginPct ?? 0).toBeGreaterThan(marginPct - 0.3)
        expect(answer.marginPct ?? 0).toBeLessThan(marginPct + 0.3)
      },
    ),
    { seed: 32, numRuns: runs(80) },
  )
})

test.each([
  ['cents that cannot be shared go to the last', '99.99', 2, 'EUR', ['49.99', '50']],
  ['whole yen', '101', 2, 'JPY', ['50', '51']],
  ['one part', '12.50', 1, 'EUR', ['12.5']],
])('a price is shared: %s', (_name, price, parts, currency, shares) =>
  expect(sharedPrice(price, parts, currency)).toEqual(shares),
)
