import type { Point } from './types'

/** Twice the signed area of the triangle p, q, r: positive when r lies left of p→q. */
const turn = (p: Point, q: Point, r: Point): number =>
  (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])

const within = (p: Point, q: Point, r: Point): boolean =>
  Math.min(p[0], q[0]) <= r[0] && r[0] <= Math.max(p[0], q[0]) && Math.min(p[1], q[1]) <= r[1] && r[1] <= Math.max(p[1], q[1])

function segmentsMeet(p: Point, q: Point, r: Point, s: Point): boolean {
  const [d1, d2, d3, d4] = [turn(r, s, p), turn(r, s, q), turn(p, q, r), turn(p, q, s)]
  if (d1 * d2 < 0 && d3 * d4 < 0) return true
  return (
    (d1 === 0 && within(r, s, p)) || (d2 === 0 && within(r, s, q)) || (d3 === 0 && within(p, q, r)) || (d4 === 0 && within(p, q, s))
  )
}

/** Leaves out points equal to the one before them, and a last point equal to the first. */
export function withoutRepeats(points: readonly Point[]): Point[] {
  const kept = points.filter((point, i) => {
    const before = points[i - 1]
    return before === undefined || before[0] !== point[0] || before[1] !== point[1]
  })
  const [first, last] = [kept[0], kept[kept.length - 1]]
  if (kept.length > 1 && first && last && first[0] === last[0] && first[1] === last[1]) kept.pop()
  return kept
}

/**
 * Tells whether a closed outline crosses or touches itself.
 * Neighbouring edges share a corner by right; folding back over each other counts as touching.
 * Source: orientation test for segment intersection (Cormen et al., Introduction to Algorithms, 33.1).
 * @param points corners in mm in order, either direction, the closing edge is implied
 */
export function outlineCrosses(points: readonly Point[]): boolean {
  const ring = withoutRepeats(points)
  const n = ring.length
  if (n < 3) return true
  const at = (i: number): Point => ring[i % n] as Point
  for (let i = 0; i < n; i++) {
    const [p, q, next] = [at(i), at(i + 1), at(i + 2)]
    const foldsBack = turn(p, q, next) === 0 && (q[0] - p[0]) * (next[0] - q[0]) + (q[1] - p[1]) * (next[1] - q[1]) < 0
    if (foldsBack) return true
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue
      if (segmentsMeet(p, q, at(j), at(j + 1))) return true
    }
  }
  return false
}
