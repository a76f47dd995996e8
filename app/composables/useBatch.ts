import { batchOf, costBatch, type BatchLayer } from '~~/core/batch'
import { tintOfLayer } from '~~/core/pot'
import { payingPct } from '~~/core/spares'
import type { Recipe, Resin } from '~~/core/trade'
import { mixOnDevice, type Measure, type MixAnswer } from '~~/core/mix'
import type { PricedRules } from '~~/core/why'
import { allSaid } from '~~/shared/words'

export type TintedLayer = BatchLayer & { tint: string }

/**
 * A batch of a recipe with its pots and its cost, from the core, following every change.
 * @param pieces how many are poured, spares with them
 */
export function useBatch(recipe: () => Recipe, pieces: () => number, spares = () => 0) {
  const shelf = useBatchShelf()
  const batch = computed(() => shelf.value && batchOf(recipe(), pieces(), shelf.value))
  const layers = computed<TintedLayer[]>(() =>
    batch.value?.ok
      ? batch.value.value.layers.map((own) => ({
          ...own,
          tint: tintOfLayer(own.layer, shelf.value?.pigments ?? new Map()),
        }))
      : [],
  )
  /** The rules with what pays for the batch as its yield. */
  const costRules = computed(() => {
    const rules = shelf.value?.rules
    const paying =
      rules && payingPct(Math.max(1, pieces() - spares()), Math.max(1, pieces()), rules.yieldPct)
    return rules && { ...rules, yieldPct: paying ?? rules.yieldPct }
  })
  const costed = computed(() => {
    const rules = costRules.value
    if (!shelf.value || !rules || !batch.value) return null
    return batch.value.ok ? costBatch(batch.value.value, { ...shelf.value, rules }) : batch.value
  })
  const priced = computed<PricedRules | null>(() => {
    const rules = costRules.value
    return rules?.money ? { ...rules, money: rules.money } : null
  })
  return { batch, layers, costed, priced }
}

/** Both parts of a pot for a device, or the sentence that says why it cannot be measured so. */
export function mixForPot(resin: Resin, needMl: number, measure: Measure): MixAnswer | string {
  const mixed = mixOnDevice(resin, needMl, measure)
  return mixed.ok ? mixed.value : allSaid(mixed.issues)
}
