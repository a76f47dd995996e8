import type { Part } from '../mix'

/**
 * Which part is the thinner one: poured first it leaves less on the wall of the cup.
 * @param resin viscosities in mPa·s, densities in g/ml; without both viscosities the lighter part is
 *   taken for the thinner
 * @returns null where neither pair is known
 */
export function thinnerPart(resin: {
  viscosityA?: number
  viscosityB?: number
  densityA?: number
  densityB?: number
}): Part | null {
  const { viscosityA, viscosityB, densityA, densityB } = resin
  const [a, b] = viscosityA && viscosityB ? [viscosityA, viscosityB] : [densityA, densityB]
  if (!a || !b) return null
  return a < b ? 'a' : 'b'
}
