import { mouldsInUse } from '~~/core/trade'
import { costBatch, potsOfLayer, tintOfLayer, type LayerPots } from '~~/core/pot'
import { courseParts, deepestMm, sizeBatch } from '~~/core/recipe'
import type { Recipe, Resin, Layer } from '~~/core/trade'
import { mixOnDevice, type Measure, type MixAnswer } from '~~/core/mix'
import type { SizedLayer } from '~~/core/size'
import { allSaid } from '~~/shared/words'

export interface BatchLayer {
  layer: Layer
  resin: Resin
  tint: string
  sized: SizedLayer
  pots: LayerPots
}

/**
 * Sizes, pots and costs of a recipe for a number of pieces, from the core, following every change.
 */
export function useBatch(recipe: () => Recipe, pieces: () => number) {
  const workshop = useWorkshopStore()
  const resins = useResinStore()
  const mould = computed(() => workshop.moulds.get(recipe().mouldId ?? 0) ?? null)
  const sized = computed(() =>
    workshop.rules ? sizeBatch(recipe(), pieces(), workshop.rules) : null,
  )
  const layers = computed<BatchLayer[]>(() => {
    const { rules } = workshop
    const answer = sized.value
    if (!rules || !answer?.ok) return []
    const works = courseParts(recipe()).work
    return recipe().layers.flatMap((layer, i) => {
      const resin = resins.byId.get(layer.resinId)
      const sizedLayer = answer.value.layers[i]
      const work = works[i]
      if (!resin || !sizedLayer || !work) return []
      const pots = potsOfLayer({ layer, work }, sizedLayer, pieces(), {
        resin,
        rules,
        warmC: workshop.warmC,
        mostPieces: mould.value ? mouldsInUse(mould.value) : undefined,
        pigments: workshop.pigments,
        depthMm: deepestMm(recipe(), layer),
      })
      const tint = tintOfLayer(layer, workshop.pigments)
      return [{ layer, resin, tint, sized: sizedLayer, pots }]
    })
  })
  const costed = computed(() => {
    const { rules } = workshop
    if (!rules) return null
    return costBatch({
      recipe: recipe(),
      pieces: pieces(),
      resins: resins.byId,
      pigments: workshop.pigments,
      materials: workshop.materials,
      mould: mould.value,
      rules,
      potsPerLayer: layers.value.map((layer) => layer.pots.pots.length),
    })
  })
  return { sized, layers, costed }
}

/** Both parts of a pot for a device, or the sentence that says why it cannot be measured so. */
export function mixForPot(resin: Resin, needMl: number, measure: Measure): MixAnswer | string {
  const mixed = mixOnDevice(resin, needMl, measure)
  return mixed.ok ? mixed.value : allSaid(mixed.issues)
}
