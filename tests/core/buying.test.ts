import { describe, expect, test } from '@jest/globals'
import { cheapestPacks, costOfPacks, inWorkingDays, toBuy, type Pack } from '../../core/stock'
import { seededRandom } from '../../core/seededRandom'

const pack = (size: number, price: string | null): Pack => ({ size, price })

describe('the packs that cover a need at the least cost', () => {
  test.each<[string, number, Pack[], number[]]>([
    ['one of one', 90, [pack(100, '10')], [1]],
    ['several of one', 250, [pack(100, '10')], [3]],
    ['just so many', 300, [pack(100, '10')], [3]],
    ['large and small', 110, [pack(100, '10'), pack(20, '3')], [1, 1]],
    ['one large where that is cheaper', 90, [pack(30, '5'), pack(100, '12')], [0, 1]],
    ['of equal cost what leaves less', 50, [pack(60, '6'), pack(50, '6')], [0, 1]],
    ['a pack of which nobody knows the price last', 10, [pack(10, null), pack(10, '99')], [0, 1]],
  ])('%s', (_name, need, packs, counts) => expect(cheapestPacks(need, packs)).toEqual(counts))

  test.each(Array.from({ length: 60 }, (_, i) => i + 1))(
    'beside every choice tried (%i)',
    (seed) => {
      const random = seededRandom(seed)
      const packs = Array.from({ length: 3 }, () =>
        pack(10 + Math.floor(random() * 90), (2 + random() * 40).toFixed(2)),
      )
      const need = 50 + Math.floor(random() * 300)
      const costOf = (counts: readonly number[]) =>
        counts.reduce((sum, n, i) => sum + n * Math.round(Number(packs[i]!.price) * 100), 0)
      const sizeOf = (counts: readonly number[]) =>
        counts.reduce((sum, n, i) => sum + n * packs[i]!.size, 0)
      let least = Infinity
      const most = packs.map(({ size }) => Math.ceil(need / size))
      for (let a = 0; a <= most[0]!; a++)
        for (let b = 0; b <= most[1]!; b++)
          for (let c = 0; c <= most[2]!; c++)
            if (sizeOf([a, b, c]) >= need) least = Math.min(least, costOf([a, b, c]))
      const counts = cheapestPacks(need, packs)
      expect(sizeOf(counts)).toBeGreaterThanOrEqual(need)
      expect(costOf(counts)).toBe(least)
    },
  )
})

const FRIDAY = Date.UTC(2027, 2, 5, 9)
const DAY = 86_400_000
test.each([
  ['over a weekend', 1, FRIDAY + 3 * DAY],
  ['a week', 5, FRIDAY + 7 * DAY],
  ['back', -1, FRIDAY - DAY],
  ['back over a weekend', -5, FRIDAY - 7 * DAY],
  ['none', 0, FRIDAY],
])('in working days: %s', (_name, days, at) => expect(inWorkingDays(FRIDAY, days)).toBe(at))

describe('what to buy by when', () => {
  const packs = [{ size: 100, price: '10.00', leadDays: 2 }]
  const asked = [
    { amount: 60, at: FRIDAY },
    { amount: 60, at: FRIDAY + 7 * DAY },
  ]
  test('what planned work lacks, two working days before', () => {
    expect(toBuy({ asked, left: 80, coming: [], least: 0, packs })).toEqual({
      missing: 40,
      shortAt: FRIDAY + 7 * DAY,
      counts: [1],
      orderBy: FRIDAY + 5 * DAY,
    })
  })
  test.each([
    ['there is enough', 120, [], 0, 0],
    ['what is always to be there', 120, [], 30, 30],
    ['what comes counts', 80, [{ amount: 40, at: FRIDAY }], 0, 0],
  ])('%s', (_name, left, coming, least, missing) =>
    expect(toBuy({ asked, left, coming, least, packs })).toMatchObject({ missing, orderBy: null }),
  )
  test('what comes too late lacks until then', () => {
    const coming = [{ amount: 40, at: FRIDAY + 9 * DAY }]
    const bought = toBuy({ asked, left: 80, coming, least: 0, packs })
    expect(bought).toMatchObject({ missing: 0, shortAt: FRIDAY + 7 * DAY, orderBy: null })
  })
})

describe('what packs cost together', () => {
  test.each([
    ['with the decimals of the currency', 'EUR', '263.00'],
    ['of a currency without any', 'JPY', '263'],
  ])('%s', (_name, currency, total) =>
    expect(
      costOfPacks(
        [
          { count: 2, price: '124' },
          { count: 1, price: '15' },
        ],
        currency,
      ),
    ).toBe(total),
  )
  test('nothing is said where a price is not known', () =>
    expect(costOfPacks([{ count: 1, price: null }], 'EUR')).toBeNull())
})
