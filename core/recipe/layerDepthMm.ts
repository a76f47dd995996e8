import { depthOf } from './depthOf'
import { sizePiece } from './sizeBatch'
import type { Layer, Recipe } from '../trade'

/**
 * How deep a layer of a recipe stands in its piece.
 * @returns mm, or null while the recipe cannot be sized
 */
export function layerDepthMm(recipe: Recipe, layer: Layer): number | null {
  const sized = sizePiece(recipe)
  return depthOf(layer, sized.ok ? sized.value.layers[recipe.layers.indexOf(layer)] : undefined)
}
