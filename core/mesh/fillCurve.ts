import type { Triangles } from './types'

/**
 * The volume of a closed mesh below each of equally spaced levels, exact for the polyhedron.
 *
 * By the divergence theorem with the field (0, 0, z − h) the volume below a level h is the sum over
 * all triangles, cut off at h, of (projected area) × (mean height − h): the field vanishes on the
 * level itself, so no lid is needed. A triangle wholly below a level adds a linear term, kept as
 * running sums; only those that a level cuts are cut. Source: Gauss's theorem; cf. Mirtich, Fast
 * and Accurate Computation of Polyhedral Mass Properties (1996).
 * @param samples how many equal steps the height is divided into
 * @param progress is told the share that is done, 0 to 1
 * @returns mm³ below levels 0 … samples, positive whichever way the mesh is turned
 */
export function fillCurve(
  { corners, count }: Triangles,
  lowestMm: number,
  heightMm: number,
  samples: number,
  progress: (share: number) => void = () => undefined,
): Float64Array {
  const step = heightMm / samples
  // What begins to be wholly below at each level: Σ area·mean height and Σ area; and what the level
  // itself cuts.
  const moments = new Float64Array(samples + 2)
  const areas = new Float64Array(samples + 2)
  const cut = new Float64Array(samples + 1)
  for (let i = 0; i < count; i++) {
    const at = 9 * i
    const corner = (k: number): Corner => [
      corners[at + 3 * k]!,
      corners[at + 3 * k + 1]!,
      corners[at + 3 * k + 2]! - lowestMm,
    ]
    const [p, q, r] = [corner(0), corner(1), corner(2)]
    const area = projected(p, q, r)
    const low = Math.min(p[2], q[2], r[2])
    const high = Math.max(p[2], q[2], r[2])
    const whole = Math.min(samples + 1, Math.max(0, Math.ceil(high / step)))
    moments[whole] = moments[whole]! + area * ((p[2] + q[2] + r[2]) / 3)
    areas[whole] = areas[whole]! + area
    for (
      let level = Math.max(0, Math.floor(low / step));
      level < whole && level <= samples;
      level++
    )
      cut[level] = cut[level]! + below(p, q, r, level * step)
    if (i % 16384 === 0) progress(i / count)
  }
  const volumes = new Float64Array(samples + 1)
  let [moment, area] = [0, 0]
  for (let level = 0; level <= samples; level++) {
    moment += moments[level]!
    area += areas[level]!
    // At the top everything is below, whatever rounding says.
    if (level === samples) {
      moment += moments[samples + 1]!
      area += areas[samples + 1]!
    }
    volumes[level] = moment - area * (level * step) + (level === samples ? 0 : cut[level]!)
  }
  const sign = volumes[samples]! < 0 ? -1 : 1
  let most = 0
  return volumes.map((volume, level) => (most = level === 0 ? 0 : Math.max(most, sign * volume)))
}

type Corner = [number, number, number]

/** The signed area of a triangle seen from above. */
const projected = (p: Corner, q: Corner, r: Corner) =>
  ((q[0] - p[0]) * (r[1] - p[1]) - (r[0] - p[0]) * (q[1] - p[1])) / 2

/** Σ (projected area) × (mean height − h) of the part of a triangle that lies below h. */
function below(p: Corner, q: Corner, r: Corner, h: number): number {
  const polygon = clipped([p, q, r], h)
  let sum = 0
  for (let k = 1; k + 1 < polygon.length; k++) {
    const [a, b, c] = [polygon[0]!, polygon[k]!, polygon[k + 1]!]
    sum += projected(a, b, c) * ((a[2] + b[2] + c[2]) / 3 - h)
  }
  return sum
}

/** The part of a polygon below a level (Sutherland–Hodgman 1974, one plane). */
function clipped(polygon: readonly Corner[], h: number): Corner[] {
  const kept: Corner[] = []
  polygon.forEach((corner, i) => {
    const next = polygon[(i + 1) % polygon.length]!
    if (corner[2] <= h) kept.push(corner)
    if (corner[2] < h !== next[2] < h && corner[2] !== h && next[2] !== h) {
      const share = (h - corner[2]) / (next[2] - corner[2])
      kept.push([
        corner[0] + share * (next[0] - corner[0]),
        corner[1] + share * (next[1] - corner[1]),
        h,
      ])
    }
  })
  return kept
}
