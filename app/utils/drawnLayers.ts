import { tintOf } from '~~/core/pot'
import { sizePiece } from '~~/core/recipe'
import type { Pigment, Recipe } from '~~/core/trade'
import type { DrawnLayer } from '~/components/CutawayDrawing.vue'

/**
 * A recipe's layers as the cutaway draws them; layers that cannot be sized yet are left out of the
 * picture.
 */
export function drawnLayers(recipe: Recipe, pigments: ReadonlyMap<number, Pigment>): DrawnLayer[] {
  const sized = sizePiece(recipe)
  return recipe.layers.map((layer, i) => ({
    name: layer.name,
    tint: tintOf(layer.pigments, pigments),
    sized: sized.ok ? (sized.value.layers[i] ?? null) : null,
    inclusions: layer.inclusions.map(({ name, heightMm, xMm, yMm }) => ({
      name,
      heightMm,
      xMm,
      yMm,
    })),
    coatMm: layer.fill.coat?.thicknessMm ?? null,
    joins: i === 0 ? null : layer.recoat,
  }))
}
