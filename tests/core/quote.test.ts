import { describe, expect, test } from '@jest/globals'
import { Decimal } from 'decimal.js'
import fc from 'fast-check'
import {
  owed,
  priceOrder,
  pricePoint,
  type LineToPrice,
  type QuoteTerms,
  type SellingCosts,
} from '../../core/quote'

const terms: QuoteTerms = {
  marginPct: 40,
  taxIsIn: true,
  taxPct: 19,
  roundTo: '0',
  roundLess: '0',
  rushPct: 0,
  discountPct: 0,
  delivery: '0',
  depositPct: 30,
}
const selling: SellingCosts = { currency: 'EUR', packaging: '0', feePct: 0, feeFixed: '0' }
const line = (changes: Partial<LineToPrice> = {}): LineToPrice => ({
  pieces: 2,
  costPerGood: '30.00',
  priceEach: null,
  taxPct: null,
  ...changes,
})
const priced = (lines: LineToPrice[], own: Partial<QuoteTerms> = {}, sells = selling) => {
  const result = priceOrder(lines, { ...terms, ...own }, sells)
  if (!result.ok) throw new Error(result.code)
  return result.value
}

describe('price points', () => {
  test.each([
    ['up to the step', '59.50', '1', '0', '60'],
    ['what is at it stays', '60.00', '5', '0', '60'],
    ['less a little', '60.00', '1', '0.10', '60.9'],
    ['what is at it less a little stays', '60.90', '1', '0.10', '60.9'],
    ['without a step', '59.51', '0', '0', '59.51'],
  ])('%s', (_name, price, roundTo, roundLess, point) =>
    expect(pricePoint(price, roundTo, roundLess)).toBe(point),
  )
})

describe('what an order is asked for', () => {
  test('the margin of the net, the tax in the price', () => {
    // 30 / (1 − 0.40) = 50; with 19 % it is 59.50 a piece.
    expect(priced([line()])).toMatchObject({
      goods: '119.00',
      net: '100.00',
      tax: '19.00',
      total: '119.00',
      deposit: '35.70',
      cost: '60.00',
      leaves: '40.00',
      marginPct: 40,
    })
  })
  test('the same with the tax on top', () =>
    expect(priced([line()], { taxIsIn: false })).toMatchObject({
      goods: '100.00',
      net: '100.00',
      tax: '19.00',
      total: '119.00',
    }))
  test('a price that somebody typed, with rush, discount, delivery, packing and fees', () =>
    // 2 × 70 = 140; rush 10 % 14.00; discount 5 % of 154.00 is 7.70; 146.30 + 8 delivery = 154.30.
    expect(
      priced(
        [line({ priceEach: '70' })],
        { taxPct: 0, rushPct: 10, discountPct: 5, delivery: '8' },
        { currency: 'EUR', packaging: '1.50', feePct: 2, feeFixed: '0.25' },
      ),
    ).toMatchObject({
      rush: '14.00',
      discount: '7.70',
      total: '154.30',
      packaging: '3.00',
      fee: '3.34',
      leaves: '87.96',
      lines: [{ charged: '146.30' }],
    }))
  test('tax by rate, the lowest first', () =>
    expect(
      priced([
        line({ priceEach: '119', pieces: 1 }),
        line({ priceEach: '107', pieces: 1, taxPct: 7 }),
      ]).taxes,
    ).toEqual([
      { taxPct: 7, net: '100.00', tax: '7.00' },
      { taxPct: 19, net: '100.00', tax: '19.00' },
    ]))
  test.each([
    [
      'a margin that no price leaves',
      { marginPct: 99 },
      { ...selling, feePct: 5 },
      'margin-impossible',
    ],
    ['a currency that is none', {}, { ...selling, currency: 'Eur' }, 'invalid-input'],
  ])('refuses %s', (_name, own, sells, code) =>
    expect(priceOrder([line()], { ...terms, ...own }, sells)).toMatchObject({ ok: false, code }),
  )
})

describe('money adds up to the cent', () => {
  const cents = fc.integer({ min: 0, max: 500_000 }).map((n) => (n / 100).toFixed(2))
  const percent = fc.integer({ min: 0, max: 400 }).map((n) => n / 10)
  const aLine = fc.record({
    pieces: fc.integer({ min: 1, max: 60 }),
    costPerGood: cents,
    priceEach: fc.option(cents, { nil: null }),
    taxPct: fc.option(percent, { nil: null }),
  })
  const sum = (all: readonly string[]) => all.reduce((x, y) => x.plus(y), new Decimal(0))
  test('whatever is asked', () => {
    fc.assert(
      fc.property(
        fc.array(aLine, { minLength: 1, maxLength: 6 }),
        fc.record({
          taxIsIn: fc.boolean(),
          taxPct: percent,
          rushPct: percent,
          discountPct: percent,
          delivery: cents,
        }),
        fc.constantFrom('EUR', 'JPY', 'KWD'),
        (lines, own, currency) => {
          const all = priced(lines, own, {
            currency,
            packaging: '0.40',
            feePct: 3,
            feeFixed: '0.3',
          })
          const charged = sum(all.lines.map((one) => one.charged))
          expect(charged.toString()).toBe(
            new Decimal(all.goods).plus(all.rush).minus(all.discount).toString(),
          )
          const before = charged.plus(all.delivery)
          expect((own.taxIsIn ? new Decimal(all.total) : new Decimal(all.net)).toString()).toBe(
            before.toString(),
          )
          expect(
            sum(all.taxes.map(({ tax }) => tax))
              .plus(all.net)
              .toString(),
          ).toBe(new Decimal(all.total).toString())
          expect(
            new Decimal(all.leaves).plus(all.cost).plus(all.packaging).plus(all.fee).toString(),
          ).toBe(new Decimal(all.net).toString())
        },
      ),
    )
  })
})

describe('what is still to be paid', () => {
  const agreed = { total: '119.00', deposit: '35.70' }
  test.each([
    ['nothing came yet', [], '0.00', '119.00', '35.70'],
    ['a part of the deposit', ['20'], '20.00', '99.00', '15.70'],
    ['all of it', ['35.70', '83.3'], '119.00', '0.00', '0.00'],
    ['some of it went back', ['119', '-19'], '100.00', '19.00', '0.00'],
    ['more than was asked', ['130'], '130.00', '-11.00', '0.00'],
  ])('%s', (_name, amounts, paid, rest, depositRest) =>
    expect(
      owed(
        agreed,
        amounts.map((amount) => ({ amount })),
        'EUR',
      ),
    ).toEqual({ paid, rest, depositRest }),
  )
  test('without anything agreed, what came is theirs', () =>
    expect(owed(null, [{ amount: '20' }], 'EUR')).toEqual({
      paid: '20.00',
      rest: '-20.00',
      depositRest: null,
    }))
})
