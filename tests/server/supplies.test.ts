import { describe, expect, test } from '@jest/globals'
import type { PlanLine } from '../../core/tasks'
import type { Resin } from '../../core/trade'
import type { StoredPot } from '../../server/db/pots'
import { withArrivals, resinArrivals } from '../../server/services/planning/situation/supplies'
import { NO_TERMS } from '../../shared/schemas/planTerms'
import type { Delivery } from '../../shared/schemas/planTerms'
import { resin } from '../fixtures/studio'

const origin = new Date('2026-03-02T08:00:00.000Z')
const DAY = 1440
const pot = (
  id: number,
  lineId: number,
  needMl: number,
  more: Partial<StoredPot> = {},
): StoredPot => ({
  id,
  version: 1,
  letter: 'A',
  tint: '#ffffff',
  resinId: 1,
  needMl,
  state: 'planned',
  gathered: false,
  runId: null,
  startAt: null,
  personId: null,
  pouredAt: null,
  portions: [
    {
      lineId,
      recipeId: 1,
      recipeVersion: null,
      orderId: 1,
      orderTitle: '',
      ownerId: null,
      layerId: 1,
      firstPiece: 1,
      pieces: 1,
      pouredMl: needMl,
    },
  ],
  ...more,
})
const line = (id: number, promisedMin: number) => ({ id, promisedMin }) as PlanLine
const lines = [line(1, 9000), line(2, 3000), line(3, 6000)]
const arrivals = (
  pots: StoredPot[],
  {
    stock = 500,
    deliveries = [] as Delivery[],
    more = {} as Partial<Resin>,
    ordered = [] as [ml: number, days: number][],
  } = {},
) =>
  Object.fromEntries(
    resinArrivals(
      pots,
      lines,
      new Map([[1, { ...resin, stockMl: stock, leadDays: 3, ...more }]]),
      { ...NO_TERMS, deliveries },
      origin,
      ordered.map(([ml, days]) => ({
        resinId: 1,
        ml,
        at: new Date(origin.getTime() + days * DAY * 60_000),
      })),
    ),
  )

describe('when the resin of each pot is there', () => {
  test('at once as long as the stores hold enough', () =>
    expect(arrivals([pot(1, 1, 200), pot(2, 2, 300)])).toEqual({}))
  test('what is promised first is served first; the others wait until it can come', () => {
    expect(arrivals([pot(1, 1, 200), pot(2, 2, 300), pot(3, 3, 200)])).toEqual({ 1: 3 * DAY })
  })
  test('planned a few minutes later it comes in the same hour, so that nothing moves for that', () => {
    const comes = (minutesLater: number) => {
      const start = new Date(origin.getTime() + minutesLater * 60_000)
      return (
        minutesLater +
        (resinArrivals(
          [pot(1, 1, 900)],
          lines,
          new Map([[1, { ...resin, stockMl: 500, leadDays: 3 }]]),
          NO_TERMS,
          start,
        ).get(1) ?? 0)
      )
    }
    expect([comes(0), comes(1), comes(37), comes(60), comes(61)]).toEqual([
      3 * DAY,
      3 * DAY + 60,
      3 * DAY + 60,
      3 * DAY + 60,
      3 * DAY + 120,
    ])
  })
  test('what is ordered comes when it is due, and what it leaves serves the next', () => {
    const ordered: [number, number][] = [
      [300, 2],
      [1000, 5],
    ]
    expect(arrivals([pot(2, 2, 600), pot(3, 3, 200), pot(1, 1, 400)], { ordered })).toEqual({
      2: 2 * DAY,
      1: 5 * DAY,
    })
    expect(arrivals([pot(2, 2, 9000)], { ordered })).toEqual({ 2: 3 * DAY })
  })
  test('a small pot takes what a large one leaves', () => {
    expect(arrivals([pot(2, 2, 600), pot(3, 3, 400)])).toEqual({ 2: 3 * DAY })
  })
  test('a pot that serves several counts as the first of them', () => {
    const shared = pot(1, 1, 400, {
      portions: [...pot(1, 1, 200).portions, ...pot(1, 2, 200).portions],
    })
    expect(arrivals([shared, pot(3, 3, 400)])).toEqual({ 3: 3 * DAY })
  })
  test('what is being mixed or poured has its resin', () => {
    expect(arrivals([pot(1, 2, 900, { state: 'mixing' }), pot(2, 1, 500)])).toEqual({})
  })
  test('nothing is mixed before the day that people say, whatever the stores hold; a day that has passed holds nothing up', () => {
    const at = (day: number) => [
      { resinId: 1, at: new Date(origin.getTime() + day * DAY * 60_000).toISOString() },
    ]
    expect(arrivals([pot(1, 1, 100)], { deliveries: at(5) })).toEqual({ 1: 5 * DAY })
    expect(arrivals([pot(1, 1, 900)], { deliveries: at(-1) })).toEqual({})
  })
  test('a resin that is had the same day is not waited for', () =>
    expect(arrivals([pot(1, 1, 900)], { more: { leadDays: 0 } })).toEqual({}))
})

test('only the mixes of those pots wait', () => {
  const request = { horizonMin: 20 * DAY, lags: [] as object[] }
  const meaning = new Map([
    ['mixA', { lineId: 1, potId: 1, kind: 'mix', title: '' }],
    ['pourA', { lineId: 1, potId: 1, kind: 'pour', title: '' }],
    ['mixB', { lineId: 2, potId: 2, kind: 'mix', title: '' }],
  ])
  const asked = withArrivals({ request, meaning } as never, new Map([[1, 3 * DAY]]))
  expect(request.lags).toEqual([])
  expect(asked.request.lags).toEqual([{ from: 'clock', to: 'mixA', minMin: -17 * DAY }])
})
