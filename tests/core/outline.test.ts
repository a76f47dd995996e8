import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { ringsCross, type Point } from '../../core/geometry'
import { outline, type OutlineAnswer, type OutlineRequest } from '../../core/outline'
import { runs } from '../fixtures/runs'

const MM = { units: 1, mm: 1 }
const measured = (
  request: Omit<OutlineRequest, 'scale'> & { scale?: OutlineRequest['scale'] },
): OutlineAnswer => {
  const result = outline({ scale: MM, ...request })
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}
const path = (svgPath: string, flattenMm?: number) => measured({ svgPath, flattenMm })

describe('an outline', () => {
  test('does not care where it lies, where it begins or which way it runs', () => {
    const corners: Point[] = [
      [0, 0],
      [40, 5],
      [55, 30],
      [20, 60],
      [-10, 25],
    ]
    const area = measured({ points: corners }).areaCm2!
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 4 }),
        fc.boolean(),
        fc.double({ min: -1e5, max: 1e5, noNaN: true }),
        fc.double({ min: -3.1, max: 3.1, noNaN: true }),
        (from, backwards, shift, turn) => {
          const moved = [...corners.slice(from), ...corners.slice(0, from)].map(([x, y]): Point => [
            x * Math.cos(turn) - y * Math.sin(turn) + shift,
            x * Math.sin(turn) + y * Math.cos(turn) - shift,
          ])
          const answer = measured({ points: backwards ? moved.reverse() : moved })
          expect(answer.areaCm2).toBeCloseTo(area, 6)
          expect(answer.crosses).toBe(false)
        },
      ),
      { seed: 51 },
    )
  })
  test('grows with the square of the scale, its edge with the scale', () => {
    const at = (units: number) =>
      measured({
        points: [
          [0, 0],
          [30, 0],
          [0, 40],
        ],
        scale: { units, mm: 10 },
      })
    expect(at(1).areaCm2! / at(5).areaCm2!).toBeCloseTo(25, 9)
    expect(at(1).perimeterMm / at(5).perimeterMm).toBeCloseTo(5, 9)
  })
  test('of one ring answers with its corners, of several with a list of rings', () => {
    expect(path('M0 0H10V10H0Z').points).toEqual([
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
    ])
    expect(path('M0 0H90V90H0ZM10 10H20V20H10Z').points).toHaveLength(2)
  })
  test('an island in a hole counts again', () => {
    // 100² − 60² + 20² mm²
    expect(path('M0 0H100V100H0Z M20 20H80V80H20Z M40 40H60V60H40Z').areaCm2).toBeCloseTo(68, 9)
  })
  test('equal neighbours and a repeated first corner are dropped', () => {
    expect(
      measured({
        points: [
          [0, 0],
          [0, 0],
          [9, 0],
          [9, 9],
          [9, 9],
          [0, 0],
        ],
      }).points,
    ).toHaveLength(3)
  })
})

describe('curves', () => {
  test.each([0.5, 0.05, 0.005])(
    'a circle of arcs flattened to %d mm stays within it',
    (flattenMm) => {
      const answer = path('M-50 0A50 50 0 0 1 50 0A50 50 0 0 1 -50 0Z', flattenMm)
      for (const [x, y] of answer.points as Point[]) expect(Math.hypot(x, y)).toBeCloseTo(50, 9)
      const points = answer.points as Point[]
      points.forEach(([x, y], i) => {
        const [nextX, nextY] = points[(i + 1) % points.length]!
        expect(50 - Math.hypot((x + nextX) / 2, (y + nextY) / 2)).toBeLessThanOrEqual(
          flattenMm * 1.000001,
        )
      })
    },
  )
  test('a turned ellipse has the area of an ellipse', () => {
    expect(path('M-40 0A40 15 30 1 0 40 0A40 15 30 1 0 -40 0Z', 0.001).areaCm2).toBeGreaterThan(0)
    const half = path('M0 -15A40 15 0 0 1 0 15Z', 0.001)
    expect(half.areaCm2).toBeCloseTo((Math.PI * 40 * 15) / 200, 3)
  })
  test('radii that are too small reach as far as they must', () => {
    // a half circle of radius 10, though 3 was asked for
    expect(path('M0 0A3 3 0 0 1 20 0Z', 0.001).areaCm2).toBeCloseTo((Math.PI * 100) / 200, 3)
  })
  test('a quadratic equals the cubic that is drawn for it', () => {
    const [quadratic, cubic] = [
      path('M0 0Q30 60 60 0Z', 0.001),
      path('M0 0C20 40 40 40 60 0Z', 0.001),
    ]
    expect(quadratic.areaCm2).toBeCloseTo(cubic.areaCm2!, 4)
    // under a parabola: two thirds of width × height
    expect(quadratic.areaCm2).toBeCloseTo(((2 / 3) * 60 * 30) / 100, 2)
  })
  test('an arc without a radius is a line', () =>
    expect(path('M0 0A0 5 0 0 1 10 0L10 10Z').areaCm2).toBeCloseTo(0.5, 9))
})

describe('what cannot be measured', () => {
  test.each<[string, string]>([
    ['M0 0L10', 'path-malformed'],
    ['L0 0', 'path-malformed'],
    ['M0 0X', 'path-malformed'],
    ['', 'corners-too-few'],
    ['M5 5', 'corners-too-few'],
    ['M0 0L9 9Z', 'corners-too-few'],
    ['M0 0L1e400 0 5 5Z', 'number-too-large'],
    ['M0 0A5 5 0 3 1 9 9Z', 'path-malformed'],
  ])('%j: %s', (svgPath, code) => {
    const result = outline({ svgPath, scale: MM })
    expect(result).toMatchObject({
      ok: false,
      code: 'invalid-input',
      issues: [{ path: 'svgPath', code }],
    })
  })
  test('a flattening that would fill the memory is refused', () => {
    expect(
      outline({ svgPath: 'M0 0A1e9 1e9 0 0 1 2e9 0Z', scale: MM, flattenMm: 1e-9 }),
    ).toMatchObject({
      ok: false,
      issues: [{ code: 'too-many-points' }],
    })
  })
})

describe('crossing', () => {
  test.each<[string, Point[][], boolean]>([
    [
      'a bow tie',
      [
        [
          [0, 0],
          [9, 9],
          [9, 0],
          [0, 9],
        ],
      ],
      true,
    ],
    [
      'a spike folded back on itself',
      [
        [
          [0, 0],
          [10, 0],
          [5, 0],
          [5, 5],
        ],
      ],
      true,
    ],
    [
      'a corner that touches an edge',
      [
        [
          [0, 0],
          [10, 0],
          [10, 10],
          [5, 0],
          [0, 10],
        ],
      ],
      true,
    ],
    [
      'two squares side by side that share an edge',
      [
        [
          [0, 0],
          [5, 0],
          [5, 5],
          [0, 5],
        ],
        [
          [5, 0],
          [9, 0],
          [9, 5],
          [5, 5],
        ],
      ],
      true,
    ],
    [
      'two squares apart',
      [
        [
          [0, 0],
          [5, 0],
          [5, 5],
          [0, 5],
        ],
        [
          [6, 0],
          [9, 0],
          [9, 5],
          [6, 5],
        ],
      ],
      false,
    ],
    [
      'one inside the other',
      [
        [
          [0, 0],
          [9, 0],
          [9, 9],
          [0, 9],
        ],
        [
          [2, 2],
          [4, 2],
          [4, 4],
          [2, 4],
        ],
      ],
      false,
    ],
    [
      'a corner on a straight edge',
      [
        [
          [0, 0],
          [5, 0],
          [10, 0],
          [10, 10],
          [0, 10],
        ],
      ],
      false,
    ],
  ])('%s: %s', (_what, rings, crosses) => expect(ringsCross(rings)).toBe(crosses))
  test('agrees with asking every pair of edges', () => {
    const points = fc.array(
      fc.tuple(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 0, max: 30 })),
      { minLength: 3, maxLength: 9 },
    )
    fc.assert(
      fc.property(points, (corners) => {
        // A far-off copy changes nothing: the sweep only leaves out pairs that cannot meet.
        const away = corners.map(([x, y]): Point => [x + 1000, y])
        expect(ringsCross([corners, away])).toBe(ringsCross([corners]))
      }),
      { seed: 52, numRuns: runs(200) },
    )
  })
})
