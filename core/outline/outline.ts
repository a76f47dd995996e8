import { elementAt } from '../elementAt'
import {
  ringArea,
  ringHolds,
  ringLength,
  ringsCross,
  withoutRepeats,
  type Point,
} from '../geometry'
import { answer, invalid, refuse, type Result } from '../result'
import { MM2_PER_CM2 } from '../units'
import { flattenPath } from './flattenPath'
import type { OutlineAnswer, OutlineRequest } from './types'

const DEFAULT_FLATTEN_MM = 0.05
/**
 * Corners nearer than this share of the drawing's extent are one: sums of relative moves end this
 * far from where they began.
 */
const SAME_SHARE = 1e-12

/**
 * Measures the area inside a traced or drawn outline. Rings inside another are holes, rings inside
 * those are islands (even–odd). Curves are replaced by chords that lie within `flattenMm` of them.
 * The perimeter counts every ring with its closing edge.
 * Source: shoelace formula; SVG 2, chapter 9 for the path.
 * @param request points or a path in any unit, and how many of these units are how many mm;
 *   flattening in mm
 * @returns area in cm² (null where the outline crosses or touches itself), perimeter in mm, and the
 *   corners in mm
 * @throws nothing; refuses with `invalid-input` when a path is malformed or encloses nothing
 */
export function outline(request: OutlineRequest): Result<OutlineAnswer> {
  const mmPerUnit = request.scale.mm / request.scale.units
  const read =
    request.svgPath === undefined
      ? { ok: true as const, rings: [request.points ?? []] }
      : flattenPath(request.svgPath, (request.flattenMm ?? DEFAULT_FLATTEN_MM) / mmPerUnit)
  if (!read.ok) return refuse('invalid-input', read.wrong)
  const path = request.svgPath === undefined ? 'points' : 'svgPath'
  const rings = read.rings
    .map((ring) => scaled(closed(ring), mmPerUnit))
    .filter((ring) => ring.length > 1)
  if (!rings.some((ring) => ring.length >= 3)) return invalid(path, 'corners-too-few')
  if (!rings.flat(2).every(Number.isFinite)) return invalid(path, 'too-large-at-scale')

  const crosses = ringsCross(rings)
  const areaMm2 = rings.reduce(
    (sum, ring, i) => sum + (depthOf(ring, i, rings) % 2 === 0 ? 1 : -1) * ringArea(ring),
    0,
  )
  return answer({
    areaCm2: crosses ? null : areaMm2 / MM2_PER_CM2,
    perimeterMm: rings.reduce((sum, ring) => sum + ringLength(ring), 0),
    points: rings.length === 1 ? elementAt(rings, 0) : rings,
    crosses,
  })
}

function closed(ring: readonly Point[]): Point[] {
  const points = withoutRepeats(ring)
  const [first, last] = [points[0], points[points.length - 1]]
  const extent = points.reduce((most, [x, y]) => Math.max(most, Math.abs(x), Math.abs(y)), 0)
  if (
    points.length > 3 &&
    first &&
    last &&
    Math.hypot(first[0] - last[0], first[1] - last[1]) <= SAME_SHARE * extent
  )
    points.pop()
  return points
}

const scaled = (ring: readonly Point[], mmPerUnit: number): Point[] =>
  ring.map(([x, y]) => [x * mmPerUnit, y * mmPerUnit])

/**
 * In how many other rings a ring lies; rings that do not cross lie wholly inside or outside each
 * other.
 */
function depthOf(
  ring: readonly Point[],
  index: number,
  rings: readonly (readonly Point[])[],
): number {
  return rings.filter((other, i) => i !== index && ringHolds(other, elementAt(ring, 0))).length
}
