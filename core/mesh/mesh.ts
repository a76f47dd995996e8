import { answer, invalid, type Result } from '../result'
import { MM3_PER_ML } from '../units'
import { fillCurve } from './fillCurve'
import { isWatertight } from './isWatertight'
import { readStl } from './readStl'
import type { MeshAnswer, Triangles } from './types'

const DEFAULT_SAMPLES = 64
const MOST_SAMPLES = 10_000

/** What is being done to a mesh, and which share of it is done. */
export type MeshProgress = (stage: 'reading' | 'checking' | 'slicing', share: number) => void

/**
 * Measures the cavity of a mould from its mesh: how much it holds below each level.
 * The mesh is the cavity's solid, mm, z up; it may be turned inside out.
 * @param bytes of an STL file
 * @param samples equal steps of height, 1 to 10 000
 * @param progress called now and then
 * @returns volumes in ml and heights in mm above the lowest corner; without volume where the mesh
 *   does not close
 * @throws nothing; refuses with `unreadable-mesh` or, for samples, `invalid-input`
 */
export function mesh(
  bytes: Uint8Array,
  samples = DEFAULT_SAMPLES,
  progress: MeshProgress = () => undefined,
): Result<MeshAnswer> {
  if (!Number.isInteger(samples) || samples < 1 || samples > MOST_SAMPLES)
    return invalid('samples', 'samples-out-of-range', { most: MOST_SAMPLES })
  const read = readStl(bytes, (share) => progress('reading', share))
  if (!read.ok) return read
  return answer(measure(read.value, samples, progress))
}

/** As `mesh`, for triangles that have been read already. */
export function measure(
  triangles: Triangles,
  samples = DEFAULT_SAMPLES,
  progress: MeshProgress = () => undefined,
): MeshAnswer {
  const { corners, count } = triangles
  let [lowestMm, highestMm] = [Infinity, -Infinity]
  for (let i = 2; i < corners.length; i += 3) {
    lowestMm = Math.min(lowestMm, corners[i]!)
    highestMm = Math.max(highestMm, corners[i]!)
  }
  const heightMm = highestMm - lowestMm
  progress('checking', 0)
  if (!isWatertight(triangles))
    return { watertight: false, volumeMl: null, heightMm, triangles: count, curve: null }
  const volumes = fillCurve(triangles, lowestMm, heightMm, samples, (share) =>
    progress('slicing', share),
  )
  const curve = Array.from(volumes, (volume, level) => ({
    heightMm: (heightMm * level) / samples,
    volumeMl: volume / MM3_PER_ML,
  }))
  return {
    watertight: true,
    volumeMl: volumes[samples]! / MM3_PER_ML,
    heightMm,
    triangles: count,
    curve,
  }
}
