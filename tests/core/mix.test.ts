import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  decimalsOf,
  mix,
  mixOnDevice,
  rescue,
  type MixRequest,
  type MixResin,
} from '../../core/mix'
import { runs } from '../fixtures/runs'

const positive = (least: number, most: number) => fc.double({ min: least, max: most, noNaN: true })
const resins: fc.Arbitrary<MixResin> = fc.record({
  ratio: fc.record({
    basis: fc.constantFrom('volume' as const, 'mass' as const),
    a: positive(1, 10),
    b: positive(1, 10),
  }),
  densityA: positive(0.8, 1.6),
  densityB: positive(0.8, 1.6),
  pourFirst: fc.constantFrom('a' as const, 'b' as const),
})
const requests: fc.Arbitrary<MixRequest> = fc.record({
  resin: resins,
  need: fc.oneof(fc.record({ volumeMl: positive(5, 800) }), fc.record({ massG: positive(5, 800) })),
  measure: fc.oneof(
    fc.record({ kind: fc.constant('cup' as const), graduationMl: fc.constantFrom(1, 2.5, 5, 10) }),
    fc.record({
      kind: fc.constant('scale' as const),
      resolutionG: fc.constantFrom(0.1, 0.5, 1, 5),
      tare: fc.boolean(),
    }),
  ),
})
const solve = (request: MixRequest) => {
  const result = mix(request)
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}

describe('mix', () => {
  test('parts add up, and a pair within the snap tolerance never falls short', () => {
    fc.assert(
      fc.property(requests, (request) => {
        const { exact, measured } = solve(request)
        for (const amounts of [exact, measured]) {
          expect(amounts.a.massG! + amounts.b.massG!).toBeCloseTo(amounts.total.massG!, 6)
          expect(amounts.a.volumeMl! + amounts.b.volumeMl!).toBeCloseTo(amounts.total.volumeMl!, 6)
        }
        const [need, got] =
          request.need.volumeMl === undefined
            ? [request.need.massG!, measured.total.massG!]
            : [request.need.volumeMl, measured.total.volumeMl!]
        expect(got).toBeGreaterThanOrEqual(need - 1e-6)
        expect(measured.withinSnap).toBe(Math.abs(measured.ratioErrorPct) <= 1 + 1e-9)
      }),
      { seed: 7, numRuns: runs(300) },
    )
  })

  test('finds the same pair as trying every pair', () => {
    fc.assert(
      fc.property(
        resins,
        fc.integer({ min: 10, max: 150 }),
        fc.constantFrom(2.5, 5, 10),
        (resin, need, step) => {
          const request: MixRequest = {
            resin: { ...resin, ratio: { ...resin.ratio, basis: 'volume' } },
            need: { volumeMl: need },
            measure: { kind: 'cup', graduationMl: step },
          }
          const { measured } = solve(request)
          const most = Math.max(2 * need, need + 4 * step)
          const ratio = resin.ratio.b / resin.ratio.a
          let best: { total: number; error: number; inside: boolean } | null = null
          for (let i = 1; i * step < most; i++) {
            for (let j = 1; (i + j) * step <= most + 1e-9; j++) {
              const total = (i + j) * step
              if (total < need - 1e-9) continue
              const error = Math.abs(100 * (j / i / ratio - 1))
              const inside = error <= 1 + 1e-9
              const better =
                !best ||
                (inside && !best.inside) ||
                (inside === best.inside &&
                  (inside
                    ? total < best.total - 1e-9 ||
                      (Math.abs(total - best.total) < 1e-9 && error < best.error - 1e-9)
                    : error < best.error - 1e-9 ||
                      (Math.abs(error - best.error) < 1e-9 && total < best.total - 1e-9)))
              if (better) best = { total, error, inside }
            }
          }
          expect(measured.total.volumeMl).toBeCloseTo(best!.total, 9)
          expect(Math.abs(measured.ratioErrorPct)).toBeCloseTo(best!.error, 9)
        },
      ),
      { seed: 11, numRuns: runs(200) },
    )
  })

  test('a step too fine for the need is refused, not searched for minutes', () => {
    const result = mix({
      resin: { ratio: { basis: 'mass', a: 1, b: 1 } },
      need: { massG: 1e9 },
      measure: { kind: 'scale', resolutionG: 0.001 },
    })
    expect(result).toMatchObject({
      ok: false,
      code: 'invalid-input',
      issues: [{ path: 'measure.resolutionG' }],
    })
  })
})

describe('rescue', () => {
  test('after the top-up the ratio is exact', () => {
    fc.assert(
      fc.property(resins, positive(1, 500), positive(1, 500), (resin, a, b) => {
        const result = rescue({ resin, inCup: { a: { massG: a }, b: { massG: b } } })
        fc.pre(result.ok)
        const { add } = result.value
        fc.pre(add !== null)
        const after = {
          a: a + (add.part === 'a' ? add.massG! : 0),
          b: b + (add.part === 'b' ? add.massG! : 0),
        }
        const again = rescue({ resin, inCup: { a: { massG: after.a }, b: { massG: after.b } } })
        expect(again.ok && Math.abs(again.value.ratioErrorPct!)).toBeLessThan(1e-6)
      }),
      { seed: 3, numRuns: runs(200) },
    )
  })
})

describe('decimals that a device can be read to', () => {
  test.each([
    [1, 0],
    [5, 0],
    [0.5, 1],
    [0.1, 1],
    [0.01, 2],
    [0.00001, 3],
  ])('in steps of %s: %s', (step, decimals) => {
    expect(decimalsOf({ kind: 'scale', resolutionG: step })).toBe(decimals)
    expect(decimalsOf({ kind: 'cup', graduationMl: step })).toBe(decimals)
  })
  test('without a device: one', () => expect(decimalsOf({ kind: 'exact' })).toBe(1))
})

describe('on somebody’s own scale', () => {
  const resin = {
    ratio: { basis: 'volume' as const, a: 2, b: 1 },
    densityA: 1.12,
    densityB: 1.01,
    tolerancePct: 3,
  }
  const scale = { kind: 'scale' as const, resolutionG: 0.1 }
  test.each(Array.from({ length: 40 }, (_, i) => [12 + 3.7 * i] as const))(
    '%d ml come as close to the ratio as a tenth of what the resin bears, or nearly, and hardly cost more',
    (needMl) => {
      const own = mixOnDevice(resin, needMl, scale)
      const usual = mix({ resin, need: { volumeMl: needMl }, measure: scale })
      if (!own.ok || !usual.ok) throw new Error('not mixed')
      const { measured, exact } = own.value
      const error = Math.abs(measured.ratioErrorPct)
      expect(error).toBeLessThanOrEqual(1)
      expect(error).toBeLessThanOrEqual(Math.abs(usual.value.measured.ratioErrorPct) + 1e-9)
      if (needMl > 30) expect(error).toBeLessThanOrEqual(0.3 + 1e-9)
      expect(measured.total.volumeMl!).toBeGreaterThanOrEqual(needMl - 1e-9)
      expect(measured.total.massG!).toBeLessThanOrEqual(
        Math.max(1.03 * exact.total.massG!, exact.total.massG! + 0.4) + 1e-9,
      )
    },
  )
  test('a cup keeps to its marks, and what cannot be weighed is refused as before', () => {
    const cup = { kind: 'cup' as const, graduationMl: 5 }
    expect(mixOnDevice(resin, 75, cup)).toEqual(
      mix({ resin, need: { volumeMl: 75 }, measure: cup }),
    )
    expect(mixOnDevice({ ...resin, densityA: undefined }, 75, scale).ok).toBe(false)
  })
})
