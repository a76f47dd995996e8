import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ringsCross, type Point } from '../../core/geometry'
import { levelAtVolume, sectionOf, size, solidOf, type Shape } from '../../core/size'
import { runs } from '../fixtures/runs'

const mm = (least = 5, most = 400) => fc.double({ min: least, max: most, noNaN: true })
const shapes: fc.Arbitrary<Shape> = fc.oneof(
  fc.record({
    kind: fc.constant('rectangle' as const),
    widthMm: mm(),
    lengthMm: mm(),
    heightMm: mm(),
  }),
  fc.record({ kind: fc.constant('circle' as const), diameterMm: mm(), heightMm: mm() }),
  fc.record({
    kind: fc.constant('frustum' as const),
    bottomDiameterMm: mm(),
    topDiameterMm: mm(),
    heightMm: mm(),
  }),
  fc.record({
    kind: fc.constant('rectFrustum' as const),
    bottomWidthMm: mm(),
    bottomLengthMm: mm(),
    topWidthMm: mm(),
    topLengthMm: mm(),
    heightMm: mm(),
  }),
  fc.record({ kind: fc.constant('bowl' as const), rimDiameterMm: mm(), depthMm: mm() }),
  fc.record({ kind: fc.constant('measured' as const), capacityMl: mm(), heightMm: mm() }),
)

describe('solidOf', () => {
  test('the content never falls as the level rises', () => {
    fc.assert(
      fc.property(
        shapes,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (shape, x, y) => {
          const solid = solidOf(shape)!
          const [low, high] = [Math.min(x, y), Math.max(x, y)].map((share) =>
            solid.volumeBelowMl(share * solid.heightMm),
          )
          expect(high!).toBeGreaterThanOrEqual(low! - 1e-9)
        },
      ),
      { seed: 5, numRuns: runs(300) },
    )
  })

  test('levelAtVolume undoes volumeBelowMl', () => {
    fc.assert(
      fc.property(shapes, fc.double({ min: 0.01, max: 0.99, noNaN: true }), (shape, share) => {
        const solid = solidOf(shape)!
        const level = levelAtVolume(solid, share * solid.capacityMl)
        expect(solid.volumeBelowMl(level) / solid.capacityMl).toBeCloseTo(share, 9)
      }),
      { seed: 6, numRuns: runs(300) },
    )
  })

  test('a frustum with equal ends is a cylinder, a tapered one lies between its ends', () => {
    const cylinder = solidOf({ kind: 'circle', diameterMm: 80, heightMm: 30 })!.capacityMl
    expect(
      solidOf({ kind: 'frustum', bottomDiameterMm: 80, topDiameterMm: 80, heightMm: 30 })!
        .capacityMl,
    ).toBeCloseTo(cylinder, 9)
    // π/3·30·(40² + 40·50 + 50²) mm³ = 191.637 ml, by hand
    expect(
      solidOf({ kind: 'frustum', bottomDiameterMm: 80, topDiameterMm: 100, heightMm: 30 })!
        .capacityMl,
    ).toBeCloseTo(191.637, 3)
  })
})

describe('size', () => {
  test('layers to the brim add up to the capacity, whatever the cuts', () => {
    fc.assert(
      fc.property(
        shapes,
        fc.double({ min: 0.1, max: 0.45, noNaN: true }),
        fc.double({ min: 0.5, max: 0.9, noNaN: true }),
        (shape, first, second) => {
          const result = size({
            shape,
            layers: [
              { id: '1', fill: { heightFraction: first } },
              { id: '2', fill: { volumeFraction: Math.max(second, 0.95) } },
              { id: '3', fill: { toBrim: true } },
            ],
          })
          fc.pre(result.ok)
          const { layers, capacityMl } = result.value
          expect(layers.reduce((sum, layer) => sum + layer.grossMl, 0) / capacityMl!).toBeCloseTo(
            1,
            9,
          )
        },
      ),
      { seed: 8, numRuns: runs(200) },
    )
  })

  test('more depth never takes less resin', () => {
    fc.assert(
      fc.property(
        shapes,
        fc.double({ min: 0.05, max: 0.5, noNaN: true }),
        fc.double({ min: 1, max: 1.9, noNaN: true }),
        (shape, share, more) => {
          const height = solidOf(shape)!.heightMm
          const mixed = [share, share * more].map((part) => {
            const result = size({
              shape,
              layers: [{ id: '1', fill: { depthMm: part * height } }],
              loss: { perCupMl: 2, reservePct: 7 },
            })
            return result.ok ? result.value.totalMixMl : NaN
          })
          expect(mixed[1]!).toBeGreaterThanOrEqual(mixed[0]! - 1e-9)
        },
      ),
      { seed: 9, numRuns: runs(200) },
    )
  })

  test.each<[string, Shape, { depthMm?: number; coat?: { thicknessMm: number } }, string]>([
    [
      'filling a flat surface',
      { kind: 'circle', diameterMm: 50 },
      { depthMm: 2 },
      'shape.heightMm',
    ],
    [
      'coating what is known by its content',
      { kind: 'measured', capacityMl: 50, heightMm: 20 },
      { coat: { thicknessMm: 1 } },
      'layers[0].fill.coat',
    ],
  ])('%s is refused at its field', (_what, shape, fill, path) => {
    expect(size({ shape, layers: [{ id: '1', fill }] })).toMatchObject({
      ok: false,
      code: 'invalid-input',
      issues: [{ path }],
    })
  })
})

test.each<[string, Point[], boolean]>([
  [
    'a triangle',
    [
      [0, 0],
      [10, 0],
      [5, 8],
    ],
    false,
  ],
  [
    'a bow tie',
    [
      [0, 0],
      [10, 10],
      [10, 0],
      [0, 10],
    ],
    true,
  ],
  [
    'a spike folded back on itself',
    [
      [0, 0],
      [10, 0],
      [5, 0],
      [5, 5],
    ],
    true,
  ],
  [
    'a corner touching an edge',
    [
      [0, 0],
      [10, 0],
      [10, 10],
      [5, 0],
      [0, 10],
    ],
    true,
  ],
  [
    'equal neighbours',
    [
      [0, 0],
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 0],
    ],
    false,
  ],
])('%s crosses or touches itself: %#', (_name, points, crosses) => {
  expect(ringsCross([points])).toBe(crosses)
})

test('a section is as wide as the shape at both ends', () => {
  const section = sectionOf({
    kind: 'frustum',
    bottomDiameterMm: 60,
    topDiameterMm: 90,
    heightMm: 30,
  })
  expect([section.widthAtMm(0), section.widthAtMm(30), section.widestMm]).toEqual([60, 90, 90])
  expect(sectionOf({ kind: 'measured', capacityMl: 100, heightMm: 40 }).isTrue).toBe(false)
})
