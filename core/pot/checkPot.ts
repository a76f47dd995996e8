import { checkLayer, type LayerWarning } from '../resin'
import { isWhite } from './isWhite'
import type { Layer, Pigment, Resin } from '../trade'

/** A layer that is poured from a pot, with what the pot says of it. */
export interface PouredLayer {
  layer: Layer
  mixMl: number
  /** Rest and all pours of the pot together, minutes. */
  busyMin: number
  /** How deep the layer stands; null while it is not known, and then its depth is not judged. */
  depthMm: number | null
}

/**
 * What will go wrong with a layer that is poured from one pot.
 * @param tempC of the bench, °C
 * @param pigmentCapPct of the workshop, per cent of the resin by mass
 * @returns as `checkLayer`, with the studio's pigment cap
 */
export function checkPot(
  { layer, mixMl, busyMin, depthMm }: PouredLayer,
  resin: Resin,
  pigments: ReadonlyMap<number, Pigment>,
  tempC: number,
  pigmentCapPct: number,
): LayerWarning[] {
  const checked = checkLayer({
    resin,
    tempC,
    maxLoadPct: pigmentCapPct,
    layer: {
      depthMm: depthMm ?? resin.minDepthMm,
      mixMl,
      restMin: layer.restMin,
      pourMin: busyMin - layer.restMin,
      inclusions:
        depthMm === null
          ? []
          : layer.inclusions.flatMap(({ name, heightMm, yMm }) =>
              heightMm === undefined ? [] : [{ name, heightMm: heightMm + (yMm ?? 0) }],
            ),
      pigments: layer.pigments.map(({ pigmentId, loadPct }) => {
        const pigment = pigments.get(pigmentId)
        return {
          name: pigment?.name ?? '',
          loadPct,
          isWhite: depthMm !== null && pigment !== undefined && isWhite(pigment),
        }
      }),
    },
  })
  return checked.ok ? checked.value.warnings : []
}
