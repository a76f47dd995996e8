import { describe, expect, test } from '@jest/globals'
import { Decimal } from 'decimal.js'
import fc from 'fast-check'
import {
  benchHands,
  earned,
  plannedCost,
  realCost,
  together,
  type CostByKind,
} from '../../core/earnings'
import { guestBill } from '../../core/guestBill'
import { incomeOf, priceOrder } from '../../core/quote'
import { staysOf, type LoggedPieceEvent, type RunEvent } from '../../core/run'

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
  const stirred: RunEvent = { kind: 'stirEnded', at: min(9) }
  const pouring: RunEvent = { kind: 'pourStarted', at: min(24) }
  const poured: RunEvent = { kind: 'pourEnded', at: min(30) }
  const hands = (...events: RunEvent[]) =>
    benchHands({ personId: 1, startedAt: 0, events }, 14).map((own) => [own.personId, own.minutes])
  test.each<[string, RunEvent[], number[][]]>([
    ['without the rest of the mix', [stirred, pouring, poured], [[1, 15]]],
    ['nothing yet of a pot that is still mixed', [stirred, pouring], []],
    [
      'as planned where the clock was left standing',
      [stirred, pouring, { ...poured, at: min(900) }],
      [[1, 14]],
    ],
    ['without a rest', [stirred, poured], [[1, 30]]],
    [
      'to the end of a mix that was spoiled',
      [stirred, { kind: 'spoiled', at: min(12) }],
      [[1, 12]],
    ],
    [
      'nothing of a pour that was taken back',
      [stirred, pouring, poured, { kind: 'undone', at: min(31) }],
      [],
    ],
    [
      'by both where it was handed over',
      [stirred, { kind: 'handedOver', at: min(10), personId: 2 }, poured],
      [
        [1, 10],
        [2, 20],
      ],
    ],
    [
      'by one where it was handed over afterwards',
      [stirred, poured, { kind: 'handedOver', at: min(40), personId: 2 }],
      [[1, 30]],
    ],
  ])('%s', (_name, events, all) => expect(hands(...events)).toEqual(all))
})

describe('the bill of a guest', () => {
  const rates = { guestAreaRate: '5.00', guestBoxRate: '1.40', guestHelpRate: '24.00' }
  const use = {
    lay: [
      { areaCm2: 400, days: 3 },
      { areaCm2: 900, days: 2 },
    ],
    boxHours: 6.5,
    drawn: [
      { name: 'clear, part A', amount: 250, price: '40.00', size: 1000, unit: 'g' },
      { name: 'clear, part A', amount: 50, price: '60.00', size: 1000, unit: 'g' },
      { name: 'gold leaf', amount: 2, price: null, size: 10, unit: 'sheets' },
    ],
    helpMin: 40,
  }
  test('room by day, the box by hour, wares at their bottle, help by hour', () =>
    expect(guestBill(use, rates, 'EUR')).toEqual({
      lines: [
        // 0.04 m² × 3 d + 0.09 m² × 2 d = 0.3 m²·d
        {
          what: 'area',
          name: '',
          unit: '',
          amount: expect.closeTo(0.3, 9),
          each: '5.00',
          sum: '1.50',
        },
        { what: 'box', name: '', unit: '', amount: 6.5, each: '1.40', sum: '9.10' },
        {
          what: 'drawn',
          name: 'clear, part A',
          amount: 300,
          unit: 'g',
          each: '0.0433',
          sum: '13.00',
        },
        { what: 'drawn', name: 'gold leaf', amount: 2, unit: 'sheets', each: null, sum: '0.00' },
        {
          what: 'help',
          name: '',
          unit: '',
          amount: expect.closeTo(2 / 3, 9),
          each: '24.00',
          sum: '16.00',
        },
      ],
      total: '39.60',
    }))
  test('nothing was taken, nothing is owed', () =>
    expect(guestBill({ lay: [], boxHours: 0, drawn: [], helpMin: 0 }, rates, 'JPY')).toEqual({
      lines: [],
      total: '0',
    }))
  test('what is given back for a month before is a credit; grams and millilitres stand apart', () => {
    const of = (amount: number, unit: string) => ({
      name: 'ink',
      amount,
      unit,
      price: '10.00',
      size: 100,
    })
    const { lines, total } = guestBill(
      { lay: [], boxHours: 0, drawn: [of(-20, 'g'), of(5, 'ml'), of(3, 'g')], helpMin: 0 },
      rates,
      'EUR',
    )
    expect(lines.map(({ amount, unit, sum }) => [amount, unit, sum])).toEqual([
      [-17, 'g', '-1.70'],
      [5, 'ml', '0.50'],
    ])
    expect(total).toBe('-1.20')
  })
  test('its lines add up to the cent', () =>
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ areaCm2: fc.nat(5000), days: fc.double({ min: 0, max: 31, noNaN: true }) }),
        ),
        fc.double({ min: 0, max: 700, noNaN: true }),
        fc.nat(9000),
        (lay, boxHours, helpMin) => {
          const bill = guestBill({ ...use, lay, boxHours, helpMin }, rates, 'EUR')
          const cents = bill.lines.reduce((sum, one) => sum + Math.round(Number(one.sum) * 100), 0)
          expect(Math.round(Number(bill.total) * 100)).toBe(cents)
        },
      ),
    ))
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

describe('where a piece lay', () => {
  const at = (hour: number) => new Date(Date.UTC(2027, 2, 1, hour))
  const told = (kind: LoggedPieceEvent['kind'], hour: number, placeId?: number) => ({
    kind,
    at: at(hour),
    ...(placeId !== undefined && { placeId }),
  })
  const lay = (...events: LoggedPieceEvent[]) =>
    staysOf(events, at(20)).map(({ placeId, from, until }) => [
      placeId,
      from.getUTCHours(),
      until.getUTCHours(),
    ])
  test('from where it was laid to where it was moved, until it came out', () =>
    expect(
      lay(
        told('poured', 1, 7),
        told('seen', 2),
        told('moved', 4, 8),
        told('demoulded', 9),
        told('good', 12),
      ),
    ).toEqual([
      [7, 1, 4],
      [8, 4, 12],
    ]))
  test('up to now where it still lies', () =>
    expect(lay(told('poured', 3, 7))).toEqual([[7, 3, 20]]))
  test('what was found good by mistake lies again from when that was taken back', () =>
    expect(lay(told('poured', 1, 7), told('good', 5), told('taken back', 6))).toEqual([
      [7, 1, 5],
      [7, 6, 20],
    ]))
  test('nowhere as long as nobody said', () => expect(lay(told('poured', 1))).toEqual([]))
})
