import { elementAt } from '../elementAt'
import type { Point } from '../geometry'
import { answer, invalid, type Result } from '../result'
import type { RectifyAnswer, RectifyRequest } from './types'

/** Nine numbers of a projective map, row by row. */
type Map3 = readonly [number, number, number, number, number, number, number, number, number]

/** Corners whose turn is below this share of the picture's size squared lie on one line. */
const STRAIGHT = 1e-6

/**
 * Undoes the perspective of a photograph of something flat.
 * Source: the projective map of a rectangle onto four corners (Heckbert, Fundamentals of Texture
 * Mapping and Image Warping, 1989, section 2.2.3), inverted. Assumes that lens distortion is small:
 * check with measured lengths.
 * @param request four corners of a rectangle of known size and the points to map, in pixels of the
 *   photograph
 * @returns the points in mm in the rectangle's plane, how they agree with measured lengths, and how
 *   much a pixel matters
 * @throws nothing; refuses with `invalid-input` corners that do not go round a rectangle seen from
 *   in front
 */
export function rectify(request: RectifyRequest): Result<RectifyAnswer> {
  const { corners, rectangle, points } = request
  if (corners.length !== 4) return invalid('corners', 'corners-not-four')
  if (!isConvex(corners)) return invalid('corners', 'corners-not-round')
  const map = mapOf(corners, rectangle)
  const mapped = points.map((point) => apply(map, point))
  const lost = mapped.findIndex((point) => !point.every(Number.isFinite))
  if (lost >= 0 || points.some((point) => depth(map, point) <= 0)) {
    const beyond = points.findIndex((point) => !(depth(map, point) > 0))
    return invalid(`points[${beyond >= 0 ? beyond : lost}]`, 'beyond-horizon')
  }
  const checks = (request.checks ?? []).map(({ from, to, mm }) =>
    Math.abs(distance(apply(map, from), apply(map, to)) - mm),
  )
  return answer({
    points: mapped,
    residualMm: checks.length > 0 ? Math.max(...checks) : null,
    perPixelMm: perPixel(request, mapped),
  })
}

const distance = (p: Point, q: Point) => Math.hypot(p[0] - q[0], p[1] - q[1])

function isConvex(corners: readonly Point[]): boolean {
  const extent = Math.max(...corners.map((corner) => distance(corner, elementAt(corners, 0))))
  const turns = corners.map((p, i) => {
    const [q, r] = [elementAt(corners, (i + 1) % 4), elementAt(corners, (i + 2) % 4)]
    return (q[0] - p[0]) * (r[1] - q[1]) - (q[1] - p[1]) * (r[0] - q[0])
  })
  const least = STRAIGHT * extent ** 2
  return turns.every((turn) => turn > least) || turns.every((turn) => turn < -least)
}

/** The map from the photograph to millimetres. */
function mapOf(
  corners: readonly Point[],
  { widthMm, heightMm }: RectifyRequest['rectangle'],
): Map3 {
  const [[x0, y0], [x1, y1], [x2, y2], [x3, y3]] = corners as [Point, Point, Point, Point]
  const [dx1, dx2, dx3] = [x1 - x2, x3 - x2, x0 - x1 + x2 - x3]
  const [dy1, dy2, dy3] = [y1 - y2, y3 - y2, y0 - y1 + y2 - y3]
  const det = dx1 * dy2 - dx2 * dy1
  const g = (dx3 * dy2 - dx2 * dy3) / det
  const h = (dx1 * dy3 - dx3 * dy1) / det
  const fromUnit: Map3 = [
    x1 - x0 + g * x1,
    x3 - x0 + h * x3,
    x0,
    y1 - y0 + g * y1,
    y3 - y0 + h * y3,
    y0,
    g,
    h,
    1,
  ]
  const [a, b, c, d, e, f, gi, hi, i] = adjugate(fromUnit)
  // The sign of the adjugate is chosen so that points on the rectangle's side of the horizon have
  // positive depth.
  const sign = Math.sign(gi * x0 + hi * y0 + i) || 1
  return [
    a * widthMm * sign,
    b * widthMm * sign,
    c * widthMm * sign,
    d * heightMm * sign,
    e * heightMm * sign,
    f * heightMm * sign,
    gi * sign,
    hi * sign,
    i * sign,
  ]
}

/** Up to a factor, the inverse. */
function adjugate([a, b, c, d, e, f, g, h, i]: Map3): Map3 {
  return [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ]
}

const depth = (map: Map3, [x, y]: Point) => map[6] * x + map[7] * y + map[8]

function apply(map: Map3, point: Point): Point {
  const w = depth(map, point)
  return [
    (map[0] * point[0] + map[1] * point[1] + map[2]) / w,
    (map[3] * point[0] + map[4] * point[1] + map[5]) / w,
  ]
}

/** Moves each corner by a pixel in both directions and looks how far the points go. */
function perPixel(
  { corners, rectangle, points }: RectifyRequest,
  mapped: readonly Point[],
): number {
  const steps: Point[] = [
    [1, 0],
    [0, 1],
  ]
  return corners.reduce((worst, corner, i) => {
    const moves = steps.map(([dx, dy]) => {
      const moved = corners.map((one, k): Point =>
        k === i ? [corner[0] + dx, corner[1] + dy] : one,
      )
      const map = mapOf(moved, rectangle)
      return points.reduce(
        (most, point, k) => Math.max(most, distance(apply(map, point), elementAt(mapped, k))),
        0,
      )
    })
    return Math.max(worst, ...moves)
  }, 0)
}
