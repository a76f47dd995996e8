import { issue, type Issue } from '../result'
import type { Amount, MixResin, PartAmounts } from './types'

/** B per A in the basis of the ratio. */
export const ratioOf = (resin: MixResin): number => resin.ratio.b / resin.ratio.a

/** How far B per A is off the ratio, in per cent; both amounts in the ratio's basis. */
export const ratioErrorPct = (a: number, b: number, ratio: number): number =>
  100 * (b / a / ratio - 1)

/** One issue for each density that a conversion needs and the resin does not have. */
export function missingDensities(
  resin: MixResin,
  parts: readonly ('densityA' | 'densityB')[],
): Issue[] {
  return parts
    .filter((part) => resin[part] === undefined)
    .map((part) =>
      issue(`resin.${part}`, 'density-missing', { part: part === 'densityA' ? 'A' : 'B' }),
    )
}

export const amountOfMass = (massG: number, density: number | undefined): Amount => ({
  massG,
  volumeMl: density === undefined ? null : massG / density,
})

export const amountOfVolume = (volumeMl: number, density: number | undefined): Amount => ({
  massG: density === undefined ? null : volumeMl * density,
  volumeMl,
})

const plus = (x: number | null, y: number | null): number | null =>
  x === null || y === null ? null : x + y

/** Two parts with their total; masses add, and volumes add (shrinkage on cure is left out). */
export const withTotal = (a: Amount, b: Amount): PartAmounts => ({
  a,
  b,
  total: { massG: plus(a.massG, b.massG), volumeMl: plus(a.volumeMl, b.volumeMl) },
})
