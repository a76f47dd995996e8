import { checkLayer, WHITE_DEPTH_MM, WHITE_LOAD_PCT, type LayerWarning } from '../resin'
import { holdsWhite } from './holdsWhite'
import { isWhite } from './isWhite'
import type { PotCup, PotFigures } from './potOf'
import type { Layer, Pigment, Resin, StudioRules } from '../trade'

/** What a pot says of a layer that is poured from it. */
export type PouredLayer = Pick<
  PotFigures,
  'needMl' | 'busyMin' | 'restMin' | 'workMin' | 'cups'
> & {
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
  { needMl, busyMin, restMin, workMin, cups, depthMm }: PouredLayer,
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
          : layer.inclusions.flatMap(({ name, heightMm, yMm, underPct = 100 }) =>
              // What is meant to stand proud does.
              heightMm === undefined || underPct < 100
                ? []
                : [{ name, heightMm: heightMm + (yMm ?? 0) }],
            ),
      pigments:
        strongest === undefined
          ? []
          : loadsOf(strongest, pigments).map(({ name, loadPct }) => ({ name, loadPct })),
    },
  })
  return checked.ok
    ? [...checked.value.warnings, ...ofWhite(own, { depthMm, workMin }, { resin, pigments })]
    : []
}

/** White that will sink: by the workshop's own trial, or in a thin layer of a resin that lets it. */
function ofWhite(
  cups: readonly PotCup[],
  { depthMm, workMin }: Pick<PouredLayer, 'depthMm' | 'workMin'>,
  { resin, pigments }: { resin: Resin; pigments: ReadonlyMap<number, Pigment> },
): LayerWarning[] {
  return cups.flatMap((cup) => {
    const white = loadsOf(cup, pigments).filter(({ pigment }) => {
      const restShare = workMin > 0 ? cup.restMin / workMin : 0
      return pigment !== undefined && isWhite(pigment) && !holdsWhite(pigment, resin, restShare)
    })
    const value = white.reduce((sum, { loadPct }) => sum + loadPct, 0)
    const tried = white
      .flatMap(({ pigment }) => pigment?.trials ?? [])
      .find(({ resinId, verdict }) => resinId === resin.id && verdict === 'poor')
    const isThin = depthMm !== null && depthMm < WHITE_DEPTH_MM
    if (!tried && !(isThin && value > WHITE_LOAD_PCT)) return []
    if (value <= 0) return []
    return [
      {
        code: 'white-sinks' as const,
        value,
        limit: WHITE_LOAD_PCT,
        unit: '%' as const,
        message: tried
          ? `${cup.name}: white sank in this resin when the workshop tried it${tried.note ? `: ${tried.note}` : ''}`
          : `${cup.name}: ${value.toFixed(1)} % of white is likely to sink in a layer of ${(depthMm ?? 0).toFixed(1)} mm`,
        suggestion: tried
          ? 'take another resin, or try it again with a longer rest'
          : 'take less white, or let it rest until it thickens',
      },
    ]
  })
}

/** The loads of a cup's pigments, per cent of its resin by mass. */
const loadsOf = (
  { pigments: dosed, doses, loadPct }: PotCup,
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
            pigment,
            name: pigment?.name ?? '',
            loadPct: own,
          },
        ]
  })
}
