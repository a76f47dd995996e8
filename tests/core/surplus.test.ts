import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { expectedSurplusMl, surplusHomes } from '../../core/pot'
import {
  surplus,
  type FillerMould,
  type SurplusAnswer,
  type SurplusRequest,
} from '../../core/surplus'
import { mould } from '../fixtures/studio'
import { runs } from '../fixtures/runs'

const filler = (id: string, leastMl: number, mostMl: number): FillerMould => ({
  id,
  volumeMl: mostMl,
  depthMm: 10,
  leastMm: (10 * leastMl) / mostMl,
  greatestMm: 10,
})
const laidOut = (request: SurplusRequest): SurplusAnswer => {
  const result = surplus(request)
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}

/** The most that any assignment of moulds to pots uses, tried one by one. */
function bruteForce(surplusMl: readonly number[], ranges: readonly [number, number][]): number {
  const least = surplusMl.map(() => 0)
  const most = surplusMl.map(() => 0)
  const place = (i: number): number => {
    const range = ranges[i]
    if (!range)
      return surplusMl.reduce(
        (sum, ml, p) => sum + (least[p]! <= ml + 1e-9 ? Math.min(ml, most[p]!) : -Infinity),
        0,
      )
    let best = place(i + 1)
    for (let p = 0; p < surplusMl.length; p++) {
      least[p]! += range[0]
      most[p]! += range[1]
      best = Math.max(best, place(i + 1))
      least[p]! -= range[0]
      most[p]! -= range[1]
    }
    return best
  }
  return place(0)
}

describe('what pots leave', () => {
  test('is the reserve and what rounding added', () => {
    // 106 ml are 100 ml and 6 % of reserve; rounding added 4 ml
    expect(expectedSurplusMl({ id: 'A', needMl: 106, roundingMl: 4 }, 6)).toBeCloseTo(10, 9)
    expect(expectedSurplusMl({ id: 'A', needMl: 106, roundingMl: null }, 6)).toBeCloseTo(6, 9)
    expect(expectedSurplusMl({ id: 'A', needMl: 106, roundingMl: -20 }, 6)).toBe(0)
  })
  test('goes into each copy of a filler mould once, and never into others', () => {
    const button = {
      ...mould,
      name: 'Button',
      count: 3,
      shape: { kind: 'circle' as const, diameterMm: 20, heightMm: 10 },
      sizedHow: 'measures' as const,
      filler: { leastMm: 2, greatestMm: 10 },
    }
    const result = surplusHomes(
      [{ id: 'A', needMl: 212, roundingMl: 0 }],
      [
        button,
        { ...button, name: 'Not one', filler: null },
        { ...mould, name: 'Not sized', filler: { leastMm: 1, greatestMm: 2 } },
      ],
      6,
    )
    if (!result.ok) throw new Error(JSON.stringify(result.issues))
    // 12 ml; a button holds 3.14 ml
    expect(result.value.fills.map((fill) => fill.mould).sort()).toEqual([
      'Button 1',
      'Button 2',
      'Button 3',
    ])
    expect(result.value.lost[0]!.ml).toBeCloseTo(12 - 3 * Math.PI, 9)
  })
})

describe('homes for the surplus', () => {
  test('use as much as any layout could, and keep every depth', () => {
    const range = fc
      .tuple(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 0, max: 30 }))
      .map(([least, more]): [number, number] => [least, least + more])
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 60 }), { minLength: 1, maxLength: 3 }),
        fc.array(range, { maxLength: 7 }),
        (pots, ranges) => {
          const answer = laidOut({
            pots: pots.map((surplusMl, i) => ({ id: `p${i}`, surplusMl })),
            moulds: ranges.map(([least, most], i) => filler(`m${i}`, least, most)),
          })
          expect(answer.usedMl).toBeCloseTo(bruteForce(pots, ranges), 6)
          for (const fill of answer.fills) {
            const [least, most] = ranges[Number(fill.mould.slice(1))]!
            expect(fill.ml).toBeGreaterThanOrEqual(least - 1e-9)
            expect(fill.ml).toBeLessThanOrEqual(most + 1e-9)
          }
          pots.forEach((surplusMl, i) => {
            const filled = answer.fills
              .filter((fill) => fill.pot === `p${i}`)
              .reduce((sum, fill) => sum + fill.ml, 0)
            expect(filled + answer.lost.find((one) => one.pot === `p${i}`)!.ml).toBeCloseTo(
              surplusMl,
              6,
            )
          })
          expect(new Set(answer.fills.map((fill) => fill.mould)).size).toBe(answer.fills.length)
        },
      ),
      { seed: 91, numRuns: runs(150) },
    )
  })
  test('take the fewest moulds of equal layouts', () => {
    const answer = laidOut({
      pots: [{ id: 'a', surplusMl: 30 }],
      moulds: [
        filler('s1', 5, 10),
        filler('s2', 5, 10),
        filler('s3', 5, 10),
        filler('large', 10, 40),
      ],
    })
    expect(answer.fills).toEqual([{ pot: 'a', mould: 'large', ml: 30, depthMm: 7.5 }])
  })
  test('leave a mould out that could not be filled to its least depth', () => {
    const answer = laidOut({ pots: [{ id: 'a', surplusMl: 8 }], moulds: [filler('deep', 9, 40)] })
    expect(answer).toMatchObject({ fills: [], lost: [{ pot: 'a', ml: 8 }], usedMl: 0, exact: true })
  })
  test('twenty moulds and four pots are proven', () => {
    const moulds = Array.from({ length: 20 }, (_, i) =>
      filler(`m${i}`, 3 + ((i * 7) % 11), 14 + ((i * 13) % 17)),
    )
    const answer = laidOut({
      pots: [31, 22, 47, 13].map((surplusMl, i) => ({ id: `p${i}`, surplusMl })),
      moulds,
    })
    expect(answer.exact).toBe(true)
    expect(answer.usedMl).toBeCloseTo(113, 9)
  })
  test('twenty moulds of unlike sizes and six pots are proven', () => {
    const moulds = Array.from({ length: 20 }, (_, i) =>
      filler(`m${i}`, 2.3 + ((i * 7.31) % 5.17), 9.7 + ((i * 13.37) % 31.3)),
    )
    const pots = [88.13, 61.79, 47.31, 101.07, 33.91, 74.57].map((surplusMl, i) => ({
      id: `p${i}`,
      surplusMl,
    }))
    const answer = laidOut({ pots, moulds })
    expect(answer.exact).toBe(true)
    const mostMl = Math.min(
      pots.reduce((sum, pot) => sum + pot.surplusMl, 0),
      moulds.reduce((sum, one) => sum + one.volumeMl, 0),
    )
    expect(answer.usedMl).toBeGreaterThan(mostMl - 0.5)
    expect(answer.usedMl).toBeLessThanOrEqual(mostMl + 1e-9)
  })
  test('many moulds alike are proven where none fits evenly', () => {
    // two of three fit each pot (16 of 21 ml); the seventh pot finds two of twenty left, so 6 × 16
    // + 14
    const answer = laidOut({
      pots: Array.from({ length: 7 }, (_, i) => ({ id: `p${i}`, surplusMl: 16 })),
      moulds: Array.from({ length: 20 }, (_, i) => filler(`m${i}`, 5, 7)),
    })
    expect(answer).toMatchObject({ exact: true, usedMl: 110 })
    expect(answer.fills).toHaveLength(20)
  })
  test('more than can be proven are laid out in turns, and nothing is lost where there is room', () => {
    const answer = laidOut({
      pots: [
        { id: 'a', surplusMl: 250 },
        { id: 'b', surplusMl: 180 },
      ],
      moulds: Array.from({ length: 50 }, (_, i) => filler(`m${i}`, 2, 12 + (i % 5))),
    })
    expect(answer.usedMl).toBeCloseTo(430, 6)
    expect(answer.exact).toBe(true)
  })
  test('a mould whose least depth is over its greatest is refused', () => {
    expect(
      surplus({
        pots: [],
        moulds: [{ id: 'm', volumeMl: 20, depthMm: 10, leastMm: 6, greatestMm: 5 }],
      }),
    ).toMatchObject({ ok: false, issues: [{ path: 'moulds[0].leastMm' }] })
  })
})
