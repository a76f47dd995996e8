import { describe, expect, test } from '@jest/globals'
import { Decimal } from 'decimal.js'
import fc from 'fast-check'
import {
  benchHandsMin,
  earned,
  plannedCost,
  realCost,
  together,
  type CostByKind,
} from '../../core/account'
import { incomeOf, priceOrder } from '../../core/quote'

describe('what pieces really cost', () => {
  const spent = {
    used: [
      { name: 'clear, part A', amount: 250, price: '40.00', size: 1000 },
      { name: 'gold leaf', amount: 2, price: null, size: 10 },
    ],
    worked: [
      { minutes: 30, ratePerHour: '24.00' },
      { minutes: 10, ratePerHour: '18.00' },
    ],
    worn: [{ price: '120.00', lifeUses: 40, uses: 2 }],
    overheadPct: 10,
  }
  test('what was drawn at the price of its bottle, hands at their wages, wear, overhead', () =>
    expect(realCost(spent, 'EUR')).toEqual({
      material: '10.00',
      labour: '15.00',
      equipment: '6.00',
      overhead: '3.10',
      total: '34.10',
      handsMin: 40,
      unpriced: ['gold leaf'],
    }))
  test('nothing cost nothing', () =>
    expect(realCost({ used: [], worked: [], worn: [], overheadPct: 10 }, 'JPY')).toMatchObject({
      total: '0',
      handsMin: 0,
      unpriced: [],
    }))
})

test('what a batch was to cost, by kind', () =>
  expect(
    plannedCost(
      {
        lines: [
          { name: 'clear', kind: 'material', amount: '8.00' },
          { name: 'green', kind: 'material', amount: '0.50' },
          { name: 'sand', kind: 'labour', amount: '12.00' },
        ],
        overhead: '2.05',
        batchCost: '22.55',
      },
      36,
      'EUR',
    ),
  ).toEqual({
    material: '8.50',
    labour: '12.00',
    equipment: '0.00',
    overhead: '2.05',
    total: '22.55',
    handsMin: 36,
  }))

describe('what an hour and a mould earn', () => {
  test('of what is left', () =>
    expect(
      earned({ net: '100', selling: '4' }, { total: '36', handsMin: 90, mouldDays: 3 }, 'EUR'),
    ).toEqual({ leaves: '60.00', perHandsHour: '40.00', perMouldDay: '20.00' }))
  test('a loss is one', () =>
    expect(
      earned({ net: '10', selling: '0' }, { total: '36', handsMin: 0, mouldDays: 0 }, 'EUR'),
    ).toEqual({ leaves: '-26.00', perHandsHour: null, perMouldDay: null }))
})

describe('hands at a bench', () => {
  const min = (minutes: number) => minutes * 60_000
  const times = { startedAt: 0, stirEnded: min(9), pourStarted: min(24), pourEnded: min(30) }
  test.each([
    ['without the rest of the mix', times, 14, 15],
    ['as planned where nobody told the end', { ...times, pourEnded: null }, 14, 14],
    ['as planned where the clock was left standing', { ...times, pourEnded: min(900) }, 14, 14],
    ['without a rest', { ...times, pourStarted: null }, 14, 30],
  ])('%s', (_name, own, planned, minutes) => expect(benchHandsMin(own, planned)).toBe(minutes))
})

describe('several lines as one', () => {
  const cost = (total: string): CostByKind => ({
    material: total,
    labour: '0.00',
    equipment: '0.00',
    overhead: '0.00',
    total,
    handsMin: 60,
  })
  const line = (net: string | null, total: string) => ({
    poured: 3,
    good: 2,
    mouldDays: 1,
    planned: cost('5.00'),
    real: cost(total),
    net,
    selling: '1.00',
    isDone: true,
  })
  test('what they leave is of those alone that have a price', () =>
    expect(together([line('20.00', '6.00'), line(null, '9.00')], 'EUR')).toMatchObject({
      poured: 6,
      good: 4,
      planned: { total: '10.00' },
      real: { total: '15.00' },
      net: '20.00',
      earned: { leaves: '13.00', perHandsHour: '13.00', perMouldDay: '13.00' },
    }))
  test('what is still being made has left nothing yet', () =>
    expect(together([{ ...line('20.00', '6.00'), isDone: false }], 'EUR')).toMatchObject({
      real: { total: '6.00' },
      net: '0.00',
      earned: null,
    }))
  test('what is mended was never planned', () =>
    expect(
      together([line('20.00', '6.00'), { ...line(null, '2.00'), planned: null }], 'EUR'),
    ).toMatchObject({ planned: { total: '5.00' }, real: { total: '8.00' } }))
  test('without any price nothing is earned, and without any plan nothing was planned', () =>
    expect(together([{ ...line(null, '9.00'), planned: null }], 'EUR')).toMatchObject({
      planned: null,
      earned: null,
    }))
})

test('what an order brings is shared among its lines to the cent', () => {
  const cents = fc.integer({ min: 1, max: 90_000 }).map((n) => (n / 100).toFixed(2))
  const aLine = fc.record({
    pieces: fc.integer({ min: 1, max: 9 }),
    costPerGood: cents,
    priceEach: cents,
    taxPct: fc.constant(null),
  })
  fc.assert(
    fc.property(
      fc.array(aLine, { minLength: 1, maxLength: 5 }),
      cents,
      fc.boolean(),
      (lines, delivery, taxIsIn) => {
        const terms = {
          marginPct: 30,
          taxIsIn,
          taxPct: 21,
          roundTo: '0',
          roundLess: '0',
          rushPct: 10,
          discountPct: 3,
          delivery,
          depositPct: 30,
        }
        const priced = priceOrder(lines, terms, {
          currency: 'EUR',
          packaging: '0.80',
          feePct: 2.5,
          feeFixed: '0.35',
        })
        if (!priced.ok) throw new Error(priced.code)
        const shares = incomeOf(priced.value, terms, 'EUR')
        const sum = (of: 'net' | 'selling') =>
          shares.reduce((all, share) => all.plus(share[of]), new Decimal(0))
        expect(sum('selling').toFixed(2)).toBe(
          new Decimal(priced.value.packaging).plus(priced.value.fee).toFixed(2),
        )
        const ofGoods = priceOrder(
          lines,
          { ...terms, delivery: '0' },
          { currency: 'EUR', packaging: '0', feePct: 0, feeFixed: '0' },
        )
        if (!ofGoods.ok) throw new Error(ofGoods.code)
        // As much as without the delivery, but for the cent to which its tax is rounded.
        expect(sum('net').minus(ofGoods.value.net).abs().toNumber()).toBeLessThanOrEqual(0.01)
      },
    ),
  )
})
