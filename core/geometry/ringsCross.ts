import type { Point } from './types'
import { withoutRepeats } from './withoutRepeats'

/** Twice the signed area of the triangle p, q, r: positive when r lies left of p→q. */
const turn = (p: Point, q: Point, r: Point): number =>
  (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0])

const within = (p: Point, q: Point, r: Point): boolean =>
  Math.min(p[0], q[0]) <= r[0] &&
  r[0] <= Math.max(p[0], q[0]) &&
  Math.min(p[1], q[1]) <= r[1] &&
  r[1] <= Math.max(p[1], q[1])

interface Edge {
  ring: number
  index: number
  from: Point
  to: Point
  left: number
  right: number
}

function edgesMeet({ from: p, to: q }: Edge, { from: r, to: s }: Edge): boolean {
  const [d1, d2, d3, d4] = [turn(r, s, p), turn(r, s, q), turn(p, q, r), turn(p, q, s)]
  if (d1 * d2 < 0 && d3 * d4 < 0) return true
  return (
    (d1 === 0 && within(r, s, p)) ||
    (d2 === 0 && within(r, s, q)) ||
    (d3 === 0 && within(p, q, r)) ||
    (d4 === 0 && within(p, q, s))
  )
}

const foldsBack = (p: Point, q: Point, next: Point): boolean =>
  turn(p, q, next) === 0 && (q[0] - p[0]) * (next[0] - q[0]) + (q[1] - p[1]) * (next[1] - q[1]) < 0

/**
 * Tells whether closed outlines cross or touch themselves or each other.
 * Neighbouring edges share a corner by right; folding back over each other counts as touching.
 * Source: orientation test for segment intersection (Cormen et al., Introduction to Algorithms,
 * 33.1), asked only of edges whose extents overlap from left to right.
 * @param rings corners in order, either direction, the closing edge implied
 */
export function ringsCross(rings: readonly (readonly Point[])[]): boolean {
  const edges: Edge[] = []
  const lengths: number[] = []
  for (const [ring, corners] of rings.entries()) {
    const points = withoutRepeats(corners)
    if (points.length < 3) return true
    lengths.push(points.length)
    for (const [index, from] of points.entries()) {
      const to = points[(index + 1) % points.length]!
      if (foldsBack(from, to, points[(index + 2) % points.length]!)) return true
      edges.push({
        ring,
        index,
        from,
        to,
        left: Math.min(from[0], to[0]),
        right: Math.max(from[0], to[0]),
      })
    }
  }
  const areNeighbours = (one: Edge, other: Edge) => {
    if (one.ring !== other.ring) return false
    const apart = Math.abs(one.index - other.index)
    return apart === 1 || apart === lengths[one.ring]! - 1
  }
  edges.sort((x, y) => x.left - y.left)
  let open: Edge[] = []
  for (const edge of edges) {
    open = open.filter((other) => other.right >= edge.left)
    if (open.some((other) => !areNeighbours(edge, other) && edgesMeet(edge, other))) return true
    open.push(edge)
  }
  return false
}
