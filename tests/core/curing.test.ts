import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { curedMin, meanTempC, rateAt, temperatureOfStays, withReadings } from '../../core/cure'
import {
  bandsOf,
  cureWait,
  learnedClock,
  STARTING_CLOCK,
  touchedClock,
  waitFrom,
  windowBetween,
} from '../../core/curing'
import { resin as plain } from '../fixtures/studio'

const { variesPct: _unknown, ...resin } = plain
const steady = [{ fromMin: 0, tempC: resin.referenceC }]
const { demould, tackFrom } = resin.milestones

describe('the band of a milestone', () => {
  test('at the reference, by hand: nine in ten within a factor of exp(0.15 · 1.2816)', () => {
    const band = bandsOf(resin, steady).get('demould')!
    expect(band.likelyMin).toBeCloseTo(demould, 6)
    expect(band.surelyMin / demould).toBeCloseTo(Math.exp(0.15 * 1.2815516), 6)
    expect(band.hardlyMin / demould).toBeCloseTo(Math.exp(-0.15 * 1.2815516), 6)
  })
  test('a plan opens in the cold for the slow ones and closes in the warmth for the fast ones', () => {
    const wait = cureWait(resin, 'tackFrom', { coldC: 15, warmC: 25 }, 0)
    const slow = Math.exp(0.15 * 1.2815516)
    expect(wait.surelyByMin).toBe(Math.ceil((tackFrom * slow) / rateAt(resin, 15)))
    expect(wait.notBeforeMin).toBe(Math.floor(tackFrom / slow / rateAt(resin, 25)))
  })
  test('where nothing of a window is sure it is taken by the medians, and says so', () => {
    const at = (minutes: number, share: number) =>
      waitFrom(
        ...([0, 1].map(() => ({
          hardlyMin: minutes * (1 - share),
          likelyMin: minutes,
          surelyMin: minutes * (1 + share),
        })) as [never, never]),
        0,
      )
    expect(windowBetween(at(100, 0.1), at(200, 0.1))).toEqual({
      opensMin: 110,
      closesMin: 180,
      isSure: true,
    })
    expect(windowBetween(at(100, 0.4), at(200, 0.4))).toEqual({
      opensMin: 100,
      closesMin: 200,
      isSure: false,
    })
  })
})

describe('a finger', () => {
  test('that finds it not yet there moves it later, and never before now', () => {
    const band = bandsOf(resin, steady, [{ milestone: 'demould', atMin: demould, isThere: false }])
    expect(band.get('demould')!.hardlyMin).toBeGreaterThanOrEqual(demould)
    expect(band.get('full')!.likelyMin).toBeGreaterThan(resin.milestones.full)
  })
  test('that finds it there early moves what comes later earlier', () => {
    const touches = [{ milestone: 'demould' as const, atMin: 0.9 * demould, isThere: true }]
    const band = bandsOf(resin, steady, touches)
    expect(band.get('demould')!.surelyMin).toBeLessThanOrEqual(0.9 * demould)
    expect(band.get('full')!.likelyMin).toBeLessThan(0.95 * resin.milestones.full)
  })
  test('half of a normal cut off at its mean, by hand: 0.798 standard deviations up', () => {
    const clock = touchedClock(STARTING_CLOCK, resin, steady, [
      { milestone: 'demould', atMin: demould, isThere: false },
    ])
    expect(clock.logMean).toBeCloseTo(0.15 * 0.7979, 3)
    expect(clock.logSd).toBeCloseTo(0.15 * Math.sqrt(1 - 2 / Math.PI), 3)
  })
  test('that contradicts an earlier one is believed', () => {
    const { logMean } = touchedClock(STARTING_CLOCK, resin, steady, [
      { milestone: 'demould', atMin: demould, isThere: true },
      { milestone: 'demould', atMin: 1.2 * demould, isThere: false },
    ])
    expect(logMean).toBeGreaterThan(Math.log(1.2))
  })
  test('whatever is found, the clock stays a number and the band in order', () => {
    const touch = fc.record({
      milestone: fc.constantFrom('gel', 'tackFrom', 'demould', 'full' as const),
      atMin: fc.integer({ min: 0, max: 40_000 }),
      isThere: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(touch, { maxLength: 5 }), (touches) => {
        const { logMean, logSd } = touchedClock(STARTING_CLOCK, resin, steady, touches)
        expect(Number.isFinite(logMean)).toBe(true)
        expect(logSd).toBeGreaterThan(0)
        for (const { hardlyMin, likelyMin, surelyMin } of bandsOf(
          resin,
          steady,
          touches,
        ).values()) {
          expect(hardlyMin).toBeLessThanOrEqual(likelyMin)
          expect(likelyMin).toBeLessThanOrEqual(surelyMin)
        }
      }),
    )
  })
})

describe('what was measured', () => {
  const room = { dayC: 21, nightC: 17, dayFromMin: 480, nightFromMin: 1260 }
  const stay = { fromMin: 0, climate: room, startOfDayMin: 480 }
  test('a room found three degrees colder stays so into the night, for half a day', () => {
    const steps = temperatureOfStays([{ ...stay, readings: [{ atMin: 600, tempC: 18 }] }], 1)
    const at = (minute: number) => steps.findLast((step) => step.fromMin <= minute)?.tempC
    expect([at(599), at(600), at(780), at(1319), at(1320)]).toEqual([21, 18, 14, 14, 17])
  })
  test('what was measured before the pour counts from the pour on', () =>
    expect(withReadings([{ fromMin: 0, tempC: 20 }], [{ atMin: -60, tempC: 22 }])).toEqual([
      { fromMin: 0, tempC: 22 },
      { fromMin: 660, tempC: 20 },
    ]))
  test('the mean of some minutes counts each temperature as long as it held, by hand', () => {
    const steps = [
      { fromMin: 0, tempC: 20 },
      { fromMin: 100, tempC: 10 },
    ]
    expect(meanTempC(steps, 50, 150)).toBe(15)
    expect(meanTempC(steps, 80, 180)).toBe(12)
  })
  test('a cure goes as far as the sum of its rates', () => {
    const profile = [
      { fromMin: 0, tempC: resin.referenceC },
      { fromMin: 100, tempC: 10 },
    ]
    expect(curedMin(resin, profile, 0, 150)).toBeCloseTo(100 + 50 * rateAt(resin, 10), 9)
    expect(curedMin(resin, profile, 0, 0)).toBe(0)
  })
  test('readings as often as one likes: every step lies where one was taken', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -300, max: 3000 }), { maxLength: 30 }), (minutes) => {
        const readings = [...new Set(minutes)]
          .sort((x, y) => x - y)
          .map((atMin, i) => ({ atMin, tempC: 15 + (i % 7) }))
        const steps = withReadings(temperatureOfStays([stay], 3), readings)
        const at = (minute: number) => steps.findLast((step) => step.fromMin <= minute)?.tempC
        for (const { atMin, tempC } of readings)
          if (atMin >= 0) expect(at(atMin)).toBeCloseTo(tempC, 9)
        expect(steps.map(({ fromMin }) => fromMin)).toEqual(
          steps.map(({ fromMin }) => fromMin).sort((x, y) => x - y),
        )
      }),
    )
  })
})

describe('a resin’s clock, by what fingers found', () => {
  const { demould } = resin.milestones
  /** A piece that was not there at one share of its sheet’s time, and was at another. */
  const between = (from: number, to: number) => ({
    profile: steady,
    touches: [
      { milestone: 'demould' as const, atMin: from * demould, isThere: false },
      { milestone: 'demould' as const, atMin: to * demould, isThere: true },
    ],
  })
  test('is as it starts where nobody touched anything', () =>
    expect(learnedClock(resin, [{ profile: steady, touches: [] }])).toEqual(STARTING_CLOCK))
  test('comes near what many pieces were, and knows it the better the more they are', () => {
    const few = learnedClock(
      resin,
      Array.from({ length: 3 }, () => between(1.18, 1.22)),
    )
    const many = learnedClock(
      resin,
      Array.from({ length: 60 }, () => between(1.18, 1.22)),
    )
    expect(Math.exp(many.logMean)).toBeCloseTo(1.19, 1)
    expect(many.logMean).toBeGreaterThan(few.logMean)
    expect(few.logMean).toBeGreaterThan(0)
    expect(many.logSd).toBeLessThan(few.logSd)
  })
  test('three pieces a fifth slower, by hand: three sevenths of that', () => {
    // The start counts as four; each piece is known to be ln 1.2, but for a hair.
    const { logMean } = learnedClock(
      resin,
      Array.from({ length: 3 }, () => between(1.199, 1.201)),
    )
    expect(logMean).toBeCloseTo((3 / 7) * Math.log(1.2), 3)
  })
  test('spreads as pieces do', () => {
    const alike = Array.from({ length: 40 }, () => between(0.99, 1.01))
    const unlike = alike.map((_, i) => (i % 2 === 0 ? between(0.79, 0.81) : between(1.24, 1.26)))
    expect(learnedClock(resin, unlike).logSd).toBeGreaterThan(3 * learnedClock(resin, alike).logSd)
  })
})
