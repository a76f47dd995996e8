import { cure } from '../cure'
import { mix } from '../mix'
import type { LayerResin } from './types'

/**
 * How long a cup of a resin stays workable from the end of stirring, shortened by its mass and by
 * warmth.
 * Without densities the mass is unknown and only the warmth counts.
 * Source: `cure` (Arrhenius rate, empirical mass exponent).
 * @param mixMl in one cup
 * @returns minutes
 */
export function workableMin(
  resin: Pick<
    LayerResin,
    | 'ratio'
    | 'densityA'
    | 'densityB'
    | 'referenceC'
    | 'activationKJ'
    | 'referencePotG'
    | 'massExponent'
  > & { milestones: { work: number } },
  mixMl: number,
  tempC: number,
): number {
  const mixed = mix({ resin, need: { volumeMl: mixMl }, measure: { kind: 'exact' } })
  const massG = mixed.ok ? mixed.value.exact.total.massG : null
  const pot = {
    massG: massG ?? resin.referencePotG,
    referenceG: resin.referencePotG,
    massExponent: resin.massExponent,
  }
  const cured = cure({ resin, profile: [{ fromMin: 0, tempC }], startMin: 0, pot })
  return (cured.ok ? cured.value.inCupWorkMin : null) ?? resin.milestones.work
}
