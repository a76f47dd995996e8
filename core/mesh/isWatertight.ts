import { mergeCorners } from './mergeCorners'
import type { Triangles } from './types'

/**
 * Whether a mesh closes: after merging identical corners every edge lies in exactly two triangles,
 * in opposite directions.
 * Triangles that have collapsed to a line or a point have no inside and are passed over.
 */
export function isWatertight(triangles: Triangles): boolean {
  const { numbers, different } = mergeCorners(triangles)
  // Each undirected edge once: its key, how often it is walked forward, and how often backward.
  const size = 2 ** Math.ceil(Math.log2(triangles.count * 6 + 1))
  const keys = new Float64Array(size).fill(-1)
  const forward = new Uint8Array(size)
  const backward = new Uint8Array(size)
  const walk = (from: number, to: number): boolean => {
    const key = Math.min(from, to) * different + Math.max(from, to)
    let slot = Math.imul(Math.min(from, to) * 31 + Math.max(from, to), 0x9e3779b1) & (size - 1)
    while (keys[slot] !== -1 && keys[slot] !== key) slot = (slot + 1) & (size - 1)
    keys[slot] = key
    const side = from < to ? forward : backward
    side[slot] = side[slot]! + 1
    return side[slot] === 1
  }
  for (let i = 0; i < triangles.count; i++) {
    const [a, b, c] = [numbers[3 * i]!, numbers[3 * i + 1]!, numbers[3 * i + 2]!]
    if (a === b || b === c || c === a) continue
    if (!walk(a, b) || !walk(b, c) || !walk(c, a)) return false
  }
  return forward.every((times, slot) => times === backward[slot])
}
