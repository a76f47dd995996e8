import { layerOfBatch } from '~~/core/batch'
import { checkPot, isWhite } from '~~/core/pot'
import { deepestMm, poursOfPiece } from '~~/core/recipe'
import type { Recipe } from '~~/core/trade'

/** One layer of a recipe, poured for one piece: its pot, what it asks of a resin, and what will go wrong. */
export function useLayerFigures(recipe: () => Recipe, chosen: () => number) {
  const workshop = useWorkshopStore()
  const shelf = useBatchShelf()
  const layer = computed(() => recipe().layers[chosen()])
  const own = computed(() => shelf.value && layerOfBatch(recipe(), chosen(), [1], shelf.value))
  /** One pot of it for one piece; null while it cannot be worked out. */
  const pot = computed(() => own.value?.pots[0] ?? null)
  const hasWhite = computed(() =>
    (layer.value?.cups ?? []).some(({ pigments }) =>
      pigments.some(({ pigmentId }) => {
        const pigment = workshop.pigments.get(pigmentId)
        return pigment !== undefined && isWhite(pigment)
      }),
    ),
  )
  const need = computed(() => {
    const depthMm = layer.value && deepestMm(recipe(), layer.value)
    return depthMm && pot.value
      ? {
          depthMm,
          mixMl: pot.value.needMl,
          busyMin: pot.value.busyMin,
          tempC: workshop.warmC,
          hasWhite: hasWhite.value,
        }
      : null
  })
  const warnings = computed(() =>
    own.value && need.value && pot.value && shelf.value
      ? checkPot(
          own.value.layer,
          { ...pot.value, depthMm: need.value.depthMm },
          { ...shelf.value, resin: own.value.resin },
        )
      : [],
  )
  /** What its pours leave in its cups, ml. */
  const leftMl = computed(() => poursOfPiece(recipe(), chosen())?.leftMl ?? 0)
  return { pot, need, warnings, leftMl }
}
