import { tint, type TintedCup } from '../colour'
import { mix } from '../mix'
import { answer, type Result } from '../result'
import type { Layer, Pigment, Resin } from './types'

/** Pigment above this share of the resin is warned of; the trade's usual cap. */
export const PIGMENT_CAP_PCT = 10

/**
 * The pigment that goes into a pot of a layer's resin, the whole pot being one colour.
 * The mass is that of the exact mix; where a density is missing nothing can be said in grams.
 * @param mixMl what is mixed in this pot
 * @returns the dosed cup, or null for a resin whose mass is unknown
 */
export function tintOfLayer(layer: Pick<Layer, 'name' | 'pigments'>, mixMl: number, resin: Resin, pigments: ReadonlyMap<number, Pigment>): Result<TintedCup | null> {
  const mixed = mix({ resin, need: { volumeMl: mixMl }, measure: { kind: 'exact' } })
  const mixG = mixed.ok ? mixed.value.exact.total.massG : null
  if (mixG === null) return answer(null)
  const known = layer.pigments.flatMap(({ pigmentId, loadPct }) => {
    const pigment = pigments.get(pigmentId)
    return pigment ? [{ id: pigment.name, loadPct, density: pigment.density, bulkDensity: pigment.bulkDensity, dropMl: pigment.dropMl }] : []
  })
  const result = tint({ mixG, maxLoadPct: PIGMENT_CAP_PCT, colours: [{ id: layer.name, sharePct: 100, pigments: known }] })
  return result.ok ? answer(result.value.colours[0] ?? null) : result
}
