import { costBatch, layersOfBatch, tintOfLayer, type LayerOfBatch } from '~~/core/pot'
import { sizeBatch } from '~~/core/recipe'
import { payingPct } from '~~/core/spares'
import type { Recipe, Resin } from '~~/core/trade'
import { mixOnDevice, type Measure, type MixAnswer } from '~~/core/mix'
import type { PricedRules } from '~~/core/why'
import { allSaid } from '~~/shared/words'

export type BatchLayer = LayerOfBatch & { tint: string }

/**
 * Sizes, pots and costs of a recipe for a number of pieces, from the core, following every change.
 * @param pieces how many are poured, spares with them
 */
export function useBatch(recipe: () => Recipe, pieces: () => number, spares = () => 0) {
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
    return layersOfBatch(recipe(), answer.value, pieces(), {
      resins: resins.byId,
      pigments: workshop.pigments,
      mould: mould.value,
      rules,
      warmC: workshop.warmC,
    }).map((own) => ({ ...own, tint: tintOfLayer(own.layer, workshop.pigments) }))
  })
  /** The rules with what pays for the batch as its yield. */
  const costRules = computed(() => {
    const { rules } = workshop
    const paying =
      rules && payingPct(Math.max(1, pieces() - spares()), Math.max(1, pieces()), rules.yieldPct)
    return rules && { ...rules, yieldPct: paying ?? rules.yieldPct }
  })
  const costed = computed(() => {
    const rules = costRules.value
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
  const priced = computed<PricedRules | null>(() => {
    const rules = costRules.value
    return rules?.money ? { ...rules, money: rules.money } : null
  })
  return { sized, layers, costed, priced }
}

/** Both parts of a pot for a device, or the sentence that says why it cannot be measured so. */
export function mixForPot(resin: Resin, needMl: number, measure: Measure): MixAnswer | string {
  const mixed = mixOnDevice(resin, needMl, measure)
  return mixed.ok ? mixed.value : allSaid(mixed.issues)
}
