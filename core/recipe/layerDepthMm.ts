import { depthOf } from './depthOf'
import { pieceOfSet } from './pieceOfSet'
import { sizePiece } from './sizePiece'
import type { Layer, Recipe } from '../trade'

/**
 * How deep a layer of a recipe stands in its piece.
 * @returns mm, or null while the recipe cannot be sized
 */
export function layerDepthMm(recipe: Recipe, layer: Layer): number | null {
  const sized = sizePiece(recipe)
  return depthOf(layer, sized.ok ? sized.value.layers[recipe.layers.indexOf(layer)] : undefined)
}

/**
 * How deep a layer stands in the piece of a set in which it is deepest: there it gets warmest.
 * @returns mm, or null while the recipe cannot be sized
 */
export function deepestMm(recipe: Recipe, layer: Layer): number | null {
  const at = recipe.layers.indexOf(layer)
  const depths = recipe.others.flatMap((other) => {
    const { recipe: own, layerAt } = pieceOfSet(recipe, other)
    const its = own.layers[layerAt.indexOf(at)]
    return its ? [layerDepthMm(own, its)] : []
  })
  return [layerDepthMm(recipe, layer), ...depths].reduce(
    (most, depth) => (most === null || depth === null ? null : Math.max(most, depth)),
    0,
  )
}
