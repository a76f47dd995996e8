import { tintOfCup, tintOfLayer } from '~~/core/pot'
import { courseParts, poursOfPiece, sizePiece } from '~~/core/recipe'
import type { Entry, Pigment, Recipe } from '~~/core/trade'
import type { DrawnLayer, DrawnStroke } from '~/components/CutawayDrawing.vue'

/**
 * A recipe's layers as the cutaway draws them; layers that cannot be sized yet are left out of the
 * picture.
 */
export function drawnLayers(recipe: Recipe, pigments: ReadonlyMap<number, Pigment>): DrawnLayer[] {
  const sized = sizePiece(recipe)
  const { work } = courseParts(recipe)
  return recipe.layers.map((layer, i) => ({
    name: layer.name,
    tint: tintOfLayer(layer, pigments),
    strokes: strokesOf(recipe, i, work[i]?.pouring ?? [], pigments),
    sized: sized.ok ? (sized.value.layers[i] ?? null) : null,
    inclusions: layer.inclusions.map(({ name, heightMm, xMm, yMm }) => ({
      name,
      heightMm,
      xMm,
      yMm,
    })),
    coatMm: layer.fill.coat?.thicknessMm ?? null,
    joins: i === 0 ? null : layer.joins,
  }))
}

/** The pours of a layer as the cut shows them; none where one cup fills it. */
function strokesOf(
  recipe: Recipe,
  index: number,
  pouring: readonly Entry[],
  pigments: ReadonlyMap<number, Pigment>,
): DrawnStroke[] {
  const cups = recipe.layers[index]?.cups ?? []
  const made = cups.length > 1 ? poursOfPiece(recipe, index) : null
  if (!made || made.pouredMl <= 0) return []
  return pouring.flatMap(({ key, pour }): DrawnStroke[] => {
    const cup = cups.find((one) => one.key === pour?.cup)
    const ml = made.pours.find(({ entry }) => entry === key)?.ml ?? 0
    return pour && cup
      ? [
          {
            key,
            tint: tintOfCup(cup, cups, pigments),
            share: ml / made.pouredMl,
            how: pour.how,
            x: pour.mark?.x ?? null,
            title: cup.name,
          },
        ]
      : []
  })
}
