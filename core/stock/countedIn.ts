import type { MixResin, Part } from '../mix'

/** What bottles of a ware are counted in. */
export interface CountedIn {
  unit: string
  /** g/ml; null where nobody knows. */
  density: number | null
}

/**
 * What bottles of a part of a resin are counted in: grams, or millilitres where nobody knows its
 * density and it is not mixed by weight.
 */
export function partCountedIn(resin: MixResin, part: Part): CountedIn {
  const density = (part === 'a' ? resin.densityA : resin.densityB) ?? null
  return { unit: density !== null || resin.ratio.basis === 'mass' ? 'g' : 'ml', density }
}
