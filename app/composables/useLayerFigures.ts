import { checkPot, isWhite, potOfLayer } from '~~/core/pot'
import { checkCups, courseParts, deepestMm, poursOfPiece } from '~~/core/recipe'
import type { SizeAnswer } from '~~/core/size'
import type { Result } from '~~/core/result'
import type { Recipe } from '~~/core/trade'

/** One layer of a recipe, poured for one piece: its pot, what it asks of a resin, and what will go wrong. */
export function useLayerFigures(
  recipe: () => Recipe,
  sized: () => Result<SizeAnswer>,
  chosen: () => number,
) {
  const workshop = useWorkshopStore()
  const resins = useResinStore()
  const layer = computed(() => recipe().layers[chosen()])
  const resin = computed(() => resins.byId.get(layer.value?.resinId ?? 0))
  /** One pot of it for one piece; null while it cannot be worked out. */
  const pot = computed(() => {
    const work = courseParts(recipe()).work[chosen()]
    const answer = sized()
    const netMl = answer.ok ? answer.value.layers[chosen()]?.netMl : undefined
    if (!layer.value || !work || !resin.value || !netMl || !workshop.rules) return null
    if (!checkCups(recipe()).ok) return null
    return potOfLayer({ layer: layer.value, work }, netMl, 1, {
      resin: resin.value,
      rules: workshop.rules,
      warmC: workshop.warmC,
      pigments: workshop.pigments,
    })
  })
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
    layer.value && resin.value && need.value && pot.value && workshop.rules
      ? checkPot(
          layer.value,
          { ...pot.value, depthMm: need.value.depthMm },
          {
            resin: resin.value,
            rules: workshop.rules,
            warmC: workshop.warmC,
            pigments: workshop.pigments,
          },
        )
      : [],
  )
  /** What its pours leave in its cups, ml. */
  const leftMl = computed(() => poursOfPiece(recipe(), chosen())?.leftMl ?? 0)
  return { pot, need, warnings, leftMl }
}
