import { sizePiece } from './sizeBatch'
import type { Layer, Recipe } from '../trade'

/**
 * Splits a filling layer into layers of equal depth that are poured one after another.
 * The last keeps how the layer was stated (a depth becomes its share), so that its surface stays
 * where it was;
 * inclusions stay in the first. Each part is a layer of its own.
 * @param index of the layer
 * @param count of parts, 2 or more
 * @returns the layers, or null where the layer is a coat or the recipe cannot be sized
 */
export function splitLayer(recipe: Recipe, index: number, count: number): Layer[] | null {
  const sized = sizePiece(recipe)
  const [layer, own] = [recipe.layers[index], sized.ok ? sized.value.layers[index] : undefined]
  if (!layer || !own || layer.fill.coat || own.fromMm === null || own.toMm === null || count < 2)
    return null
  const depthMm = (own.toMm - own.fromMm) / count
  const parts = Array.from({ length: count }, (_, i): Layer => ({
    ...layer,
    id: i === 0 ? layer.id : 0,
    name: `${layer.name} ${i + 1} of ${count}`,
    fill: i === count - 1 && layer.fill.depthMm === undefined ? layer.fill : { depthMm },
    inclusions: i === 0 ? layer.inclusions : [],
  }))
  return [...recipe.layers.slice(0, index), ...parts, ...recipe.layers.slice(index + 1)]
}
