import { elementAt } from '../elementAt'
import { issue, type Issue } from '../result'
import svgpath from 'svgpath'
import type { Point } from '../geometry'

/**
 * More points than any drawing needs; a finer flattening is refused rather than left to fill the
 * memory.
 */
const MOST_POINTS = 200_000

export type Flattened = { ok: true; rings: Point[][] } | { ok: false; wrong: Issue }

const along = (p: Point, q: Point, t: number): Point => [
  p[0] + (q[0] - p[0]) * t,
  p[1] + (q[1] - p[1]) * t,
]
const bend = (p: Point, q: Point, r: Point) =>
  Math.hypot(p[0] - 2 * q[0] + r[0], p[1] - 2 * q[1] + r[1])

/**
 * Equal steps of a Bézier curve stay within `tolerance` of it: the chord's error is at most
 * |B″|/(8·n²).
 */
function bezier(points: readonly Point[], tolerance: number): Point[] | null {
  const degree = points.length - 1
  const bends = points
    .slice(2)
    .map((point, i) => bend(elementAt(points, i), elementAt(points, i + 1), point))
  const count = Math.max(
    1,
    Math.ceil(Math.sqrt((degree * (degree - 1) * Math.max(...bends)) / (8 * tolerance))),
  )
  if (!(count <= MOST_POINTS)) return null
  return Array.from({ length: count }, (_, i) => {
    if (i === count - 1) return elementAt(points, degree)
    // de Casteljau: halve the polygon's corners until one point is left
    let level = points
    while (level.length > 1)
      level = level.slice(1).map((point, k) => along(elementAt(level, k), point, (i + 1) / count))
    return elementAt(level, 0)
  })
}

interface Arc {
  rx: number
  ry: number
  turnDeg: number
  large: number
  sweep: number
}

/**
 * An elliptic arc from one end to the other.
 * Source: SVG 2, appendix B.2.4 and B.2.5 (end points to centre, radii too small are scaled up).
 */
function arc(
  from: Point,
  to: Point,
  { rx: givenX, ry: givenY, turnDeg, large, sweep }: Arc,
  tolerance: number,
): Point[] | null {
  if (givenX === 0 || givenY === 0) return [to]
  if (from[0] === to[0] && from[1] === to[1]) return []
  const turn = (turnDeg * Math.PI) / 180
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const [halfX, halfY] = [(from[0] - to[0]) / 2, (from[1] - to[1]) / 2]
  const [x, y] = [cos * halfX + sin * halfY, -sin * halfX + cos * halfY]
  const grow = Math.max(1, Math.sqrt((x / givenX) ** 2 + (y / givenY) ** 2))
  const [rx, ry] = [Math.abs(givenX) * grow, Math.abs(givenY) * grow]
  const below = (rx * y) ** 2 + (ry * x) ** 2
  const root = Math.sqrt(Math.max(0, ((rx * ry) ** 2 - below) / below)) * (large === sweep ? -1 : 1)
  const [cx, cy] = [(root * rx * y) / ry, (-root * ry * x) / rx]
  const start = Math.atan2((y - cy) / ry, (x - cx) / rx)
  let span = Math.atan2((-y - cy) / ry, (-x - cx) / rx) - start
  if (sweep === 1 && span < 0) span += 2 * Math.PI
  if (sweep === 0 && span > 0) span -= 2 * Math.PI
  // The chord of a step lies within r·(1 − cos(step/2)) of the arc.
  const step = 2 * Math.acos(Math.max(0, 1 - tolerance / Math.max(rx, ry)))
  const count = Math.max(1, Math.ceil(Math.abs(span) / step))
  if (!(count <= MOST_POINTS)) return null
  const [middleX, middleY] = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]
  return Array.from({ length: count }, (_, i) => {
    if (i === count - 1) return to
    const angle = start + (span * (i + 1)) / count
    const [u, v] = [rx * Math.cos(angle) + cx, ry * Math.sin(angle) + cy]
    return [cos * u - sin * v + middleX, sin * u + cos * v + middleY]
  })
}

/**
 * Turns an SVG path into closed rings of straight edges.
 * @param path all commands, relative and absolute; open sub-paths are closed
 * @param tolerance how far an edge may lie from its curve, in the path's unit
 * @returns one ring a sub-path, or the sentence that says what is malformed
 */
export function flattenPath(path: string, tolerance: number): Flattened {
  const parsed = svgpath(path) as ReturnType<typeof svgpath> & { err: string }
  if (parsed.err)
    return {
      ok: false,
      wrong: issue('svgPath', 'path-malformed', { detail: parsed.err.replace('SvgPath: ', '') }),
    }
  const rings: Point[][] = []
  let isFinite = true
  let total = 0
  let at: Point = [0, 0]
  let ring: Point[] = []
  parsed
    .abs()
    .unshort()
    .iterate((segment) => {
      const [command, ...values] = segment as [string, ...number[]]
      isFinite &&= values.every(Number.isFinite)
      const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0] = values
      const start = ring[0] ?? at
      const draw = (points: Point[] | null) => {
        if (!points) {
          total = Infinity
          return
        }
        if (ring.length === 0) ring.push(at)
        for (const point of points) ring.push(point)
        total += points.length
      }
      const end = (): Point => ring.at(-1) ?? at
      if (!isFinite || total > MOST_POINTS) return
      switch (command) {
        case 'M':
          if (ring.length > 0) rings.push(ring)
          ring = []
          at = [a, b]
          return
        case 'Z':
        case 'z':
          if (ring.length > 0) rings.push(ring)
          ring = []
          at = start
          return
        case 'L':
          draw([[a, b]])
          break
        case 'H':
          draw([[a, end()[1]]])
          break
        case 'V':
          draw([[end()[0], a]])
          break
        case 'Q':
          draw(bezier([end(), [a, b], [c, d]], tolerance))
          break
        case 'C':
          draw(bezier([end(), [a, b], [c, d], [e, f]], tolerance))
          break
        case 'A':
          draw(arc(end(), [f, g], { rx: a, ry: b, turnDeg: c, large: d, sweep: e }, tolerance))
          break
        default:
          return
      }
      at = end()
    })
  if (ring.length > 0) rings.push(ring)
  if (!isFinite) return { ok: false, wrong: issue('svgPath', 'number-too-large') }
  if (total > MOST_POINTS)
    return {
      ok: false,
      wrong: issue('svgPath', 'too-many-points', { most: MOST_POINTS }),
    }
  return { ok: true, rings }
}
