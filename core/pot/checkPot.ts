import { checkLayer, type LayerWarning } from '../resin'
import { isWhite } from './isWhite'
import type { PotCup, PotFigures } from './potOf'
import type { Layer, Pigment, Resin, StudioRules } from '../trade'

/** What a pot says of a layer that is poured from it. */
export type PouredLayer = Pick<PotFigures, 'needMl' | 'busyMin' | 'restMin' | 'cups'> & {
  /** How deep the layer stands; null while it is not known, and then its depth is not judged. */
  depthMm: number | null
}

/**
 * What will go wrong with a layer that is poured from one pot.
 * @param warmC of the bench, °C
 * @returns as `checkLayer`, with the studio's pigment cap
 */
export function checkPot(
  layer: Layer,
  { needMl, busyMin, restMin, cups, depthMm }: PouredLayer,
  {
    resin,
    rules,
    warmC,
    pigments = new Map(),
  }: {
    resin: Resin
    rules: Pick<StudioRules, 'pigmentCapPct'>
    warmC: number
    pigments?: ReadonlyMap<number, Pigment>
  },
): LayerWarning[] {
  const own = cups.filter(({ layerIds }) => layerIds.includes(layer.id))
  const strongest = own.reduce<PotCup | undefined>(
    (most, cup) => ((cup.loadPct ?? 0) > (most?.loadPct ?? -1) ? cup : most),
    undefined,
  )
  const checked = checkLayer({
    resin,
    tempC: warmC,
    maxLoadPct: rules.pigmentCapPct,
    layer: {
      depthMm: depthMm ?? resin.minDepthMm,
      mixMl: needMl,
      restMin,
      pourMin: busyMin - restMin,
      inclusions:
        depthMm === null
          ? []
          : layer.inclusions.flatMap(({ name, heightMm, yMm }) =>
              heightMm === undefined ? [] : [{ name, heightMm: heightMm + (yMm ?? 0) }],
            ),
      pigments: strongest === undefined ? [] : loadsOf(strongest, depthMm !== null, pigments),
    },
  })
  return checked.ok ? checked.value.warnings : []
}

/** The loads of a cup's pigments, per cent of its resin by mass. */
const loadsOf = (
  { pigments: dosed, doses, loadPct }: PotCup,
  isDeep: boolean,
  pigments: ReadonlyMap<number, Pigment>,
) => {
  const grams = doses?.reduce((sum, { massG }) => sum + (massG ?? 0), 0) ?? 0
  return dosed.flatMap(({ pigmentId, dose }, i) => {
    const pigment = pigments.get(pigmentId)
    const massG = doses?.[i]?.massG ?? null
    const own =
      'loadPct' in dose
        ? dose.loadPct
        : massG === null || loadPct === null || grams === 0
          ? null
          : (loadPct * massG) / grams
    return own === null
      ? []
      : [
          {
            name: pigment?.name ?? '',
            loadPct: own,
            isWhite: isDeep && pigment !== undefined && isWhite(pigment),
          },
        ]
  })
}
