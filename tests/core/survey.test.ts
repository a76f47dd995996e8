import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Point } from '../../core/geometry'
import { rectify, waterDensity, waterFill, type RectifyRequest } from '../../core/survey'
import { size } from '../../core/size'
import { runs } from '../fixtures/runs'

describe('water', () => {
  // Values of the table that goes with the CIPM formula, kg/m³.
  test.each([
    [0, 999.8428],
    [4, 999.9749],
    [10, 999.7027],
    [20, 998.2067],
    [25, 997.047],
    [40, 992.2152],
  ])('at %d °C weighs %d kg/m³', (tempC, density) => {
    expect(waterDensity(tempC) * 1000).toBeCloseTo(density, 3)
  })
  test('is heaviest at 4 °C', () => {
    const densities = Array.from({ length: 81 }, (_, i) => waterDensity(i / 2))
    expect(densities.indexOf(Math.max(...densities))).toBe(8)
  })
})

describe('a mould filled with water', () => {
  const filled = (readings: { heightMm: number; waterG: number }[], waterC = 20) =>
    waterFill({ waterC, readings })
  test('once has straight sides', () => {
    // 99.82067 g at 20 °C are 100 ml
    expect(filled([{ heightMm: 40, waterG: 99.82067 }])).toMatchObject({
      ok: true,
      value: {
        shape: { kind: 'measured', heightMm: 40, capacityMl: expect.closeTo(100, 4) as unknown },
      },
    })
  })
  test('at several levels is a curve that sizes as it was measured', () => {
    const result = filled([
      { heightMm: 10, waterG: 30 },
      { heightMm: 25, waterG: 110 },
    ])
    if (!result.ok) throw new Error(JSON.stringify(result.issues))
    expect(result.value.shape.kind).toBe('curve')
    const sized = size({
      shape: result.value.shape,
      layers: [
        { id: 'a', fill: { depthMm: 10 } },
        { id: 'b', fill: { toBrim: true } },
      ],
    })
    if (!sized.ok) throw new Error(JSON.stringify(sized.issues))
    expect(sized.value.layers[0]!.netMl).toBeCloseTo(30 / waterDensity(20), 9)
    expect(sized.value.capacityMl).toBeCloseTo(110 / waterDensity(20), 9)
  })
  test.each<[string, Parameters<typeof waterFill>[0], string]>([
    ['frozen', { waterC: -1, readings: [{ heightMm: 1, waterG: 1 }] }, 'waterC'],
    ['too hot', { waterC: 41, readings: [{ heightMm: 1, waterG: 1 }] }, 'waterC'],
    [
      'a level that does not rise',
      {
        waterC: 20,
        readings: [
          { heightMm: 10, waterG: 10 },
          { heightMm: 10, waterG: 12 },
        ],
      },
      'readings[1].heightMm',
    ],
    [
      'less water than below',
      {
        waterC: 20,
        readings: [
          { heightMm: 10, waterG: 10 },
          { heightMm: 12, waterG: 9 },
        ],
      },
      'readings[1].waterG',
    ],
    ['nothing', { waterC: 20, readings: [] }, 'readings'],
  ])('%s is refused', (_what, request, path) =>
    expect(waterFill(request)).toMatchObject({ ok: false, issues: [{ path }] }),
  )
})

describe('a photograph', () => {
  const rectangle = { widthMm: 210, heightMm: 297 }
  const inMm: Point[] = [
    [0, 0],
    [210, 0],
    [210, 297],
    [0, 297],
  ]
  const rectified = (request: Omit<RectifyRequest, 'rectangle'>) => {
    const result = rectify({ rectangle, ...request })
    if (!result.ok) throw new Error(JSON.stringify(result.issues))
    return result.value
  }
  /** A random camera: some affine map and a tilt that keeps everything before the lens. */
  const cameras = fc.record({
    affine: fc.tuple(...[1, 2, 3, 4, 5, 6].map(() => fc.double({ min: -2, max: 2, noNaN: true }))),
    tilt: fc.tuple(
      fc.double({ min: -6e-4, max: 6e-4, noNaN: true }),
      fc.double({ min: -6e-4, max: 6e-4, noNaN: true }),
    ),
    mirrored: fc.boolean(),
  })
  const see =
    ({
      affine: [a, b, c, d, e, f],
      tilt: [g, h],
      mirrored,
    }: {
      affine: number[]
      tilt: number[]
      mirrored: boolean
    }) =>
    ([x, y]: Point): Point => {
      const w = 1 + g! * x + h! * y
      const flip = mirrored ? -1 : 1
      return [
        (flip * ((6 + a!) * x + b! * y) + 900 + 100 * c!) / w,
        (d! * x + (6 + e!) * y + 700 + 100 * f!) / w,
      ]
    }

  test('of any camera is undone', () => {
    fc.assert(
      fc.property(
        cameras,
        fc.array(
          fc.tuple(
            fc.double({ min: -150, max: 350, noNaN: true }),
            fc.double({ min: -150, max: 450, noNaN: true }),
          ),
          { minLength: 1, maxLength: 12 },
        ),
        (camera, points) => {
          const pixel = see(camera)
          const back = rectified({ corners: inMm.map(pixel), points: points.map(pixel) })
          back.points.forEach(([x, y], i) => {
            expect(x).toBeCloseTo(points[i]![0], 5)
            expect(y).toBeCloseTo(points[i]![1], 5)
          })
        },
      ),
      { seed: 81, numRuns: runs(200) },
    )
  })
  test('taken straight on needs no undoing, only scaling', () => {
    const answer = rectified({
      corners: [
        [0, 0],
        [420, 0],
        [420, 594],
        [0, 594],
      ],
      points: [[42, 59.4]],
    })
    expect(answer.points[0]![0]).toBeCloseTo(21, 9)
    expect(answer.points[0]![1]).toBeCloseTo(29.7, 9)
  })
  test('tells how it agrees with what was measured, and what a pixel is worth', () => {
    const corners: Point[] = [
      [0, 0],
      [420, 0],
      [420, 594],
      [0, 594],
    ]
    const answer = rectified({
      corners,
      points: [[100, 100]],
      checks: [
        { from: [0, 0], to: [200, 0], mm: 101.5 },
        { from: [0, 0], to: [0, 100], mm: 50 },
      ],
    })
    expect(answer.residualMm).toBeCloseTo(1.5, 9)
    // two pixels a millimetre, and the point lies near the first corner
    expect(answer.perPixelMm).toBeGreaterThan(0.1)
    expect(answer.perPixelMm).toBeLessThan(0.6)
    expect(rectified({ corners, points: [[1, 1]] }).residualMm).toBeNull()
  })
  test.each<[string, Point[], Point[], string]>([
    [
      'two corners swapped',
      [
        [0, 0],
        [420, 0],
        [0, 594],
        [420, 594],
      ],
      [[1, 1]],
      'corners',
    ],
    [
      'three corners on a line',
      [
        [0, 0],
        [200, 0],
        [400, 0],
        [0, 300],
      ],
      [[1, 1]],
      'corners',
    ],
    [
      'all in one place',
      [
        [5, 5],
        [5, 5],
        [5, 5],
        [5, 5],
      ],
      [[1, 1]],
      'corners',
    ],
    [
      'a point above the horizon',
      [
        [400, 500],
        [600, 500],
        [900, 900],
        [100, 900],
      ],
      [
        [500, 850],
        [500, 100],
      ],
      'points[1]',
    ],
  ])('%s is refused', (_what, corners, points, path) =>
    expect(rectify({ rectangle, corners, points })).toMatchObject({
      ok: false,
      issues: [{ path }],
    }),
  )
})
