import { checkLayer, type LayerWarning } from '../resin'
import { busyMinOf } from './busyMinOf'
import { PIGMENT_CAP_PCT } from './tintOfLayer'
import type { Layer, Resin } from './types'

export interface PotOfPieces {
  mixMl: number
  pieces: number
  /** How deep the layer stands; null while it is not known, and then its depth is not judged. */
  depthMm: number | null
}

/**
 * What will go wrong with a layer that is poured from one pot.
 * @param tempC of the bench, °C
 * @returns as `checkLayer`, with the studio's pigment cap
 */
export function checkPot(layer: Layer, { mixMl, pieces, depthMm }: PotOfPieces, resin: Resin, tempC: number): LayerWarning[] {
  const checked = checkLayer({
    resin, tempC, maxLoadPct: PIGMENT_CAP_PCT,
    layer: {
      depthMm: depthMm ?? resin.minDepthMm, mixMl, restMin: layer.restMin, pourMin: busyMinOf(layer, pieces) - layer.restMin,
      pigments: layer.pigments.map(({ loadPct }) => ({ name: '', loadPct })),
    },
  })
  return checked.ok ? checked.value.warnings : []
}
