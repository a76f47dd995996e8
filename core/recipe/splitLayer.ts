import { cloned } from './cloned'
import { copyOfWork, courseWithLayer, freshKey } from './editCourse'
import { sizePiece } from './sizePiece'
import type { Entry, Layer, Recipe } from '../trade'

/**
 * Splits a filling layer into layers of equal depth that are poured one after another.
 * The last keeps how the layer was stated (a depth becomes its share), so that its surface stays
 * where it was;
 * inclusions stay in the first. Each part is a layer of its own, mixed and poured as the whole was.
 * @param index of the layer
 * @param count of parts, 2 or more
 * @returns layers and course, or null where the layer is a coat or the recipe cannot be sized
 */
export function splitLayer(
  recipe: Recipe,
  index: number,
  count: number,
): { layers: Layer[]; course: Entry[] } | null {
  const sized = sizePiece(recipe)
  const [layer, own] = [recipe.layers[index], sized.ok ? sized.value.layers[index] : undefined]
  if (!layer || !own || layer.fill.coat || own.fromMm === null || own.toMm === null || count < 2)
    return null
  const depthMm = (own.toMm - own.fromMm) / count
  const keys = recipe.layers.map((one) => one.key)
  const parts = Array.from({ length: count }, (_, i): Layer => {
    const key = i === 0 ? layer.key : freshKey(keys, 'l')
    keys.push(key)
    return {
      ...cloned(layer),
      key,
      id: i === 0 ? layer.id : 0,
      name: `${layer.name} ${i + 1} of ${count}`,
      fill: i === count - 1 && layer.fill.depthMm === undefined ? layer.fill : { depthMm },
      inclusions: i === 0 ? layer.inclusions : [],
    }
  })
  return parts
    .slice(1)
    .reduce(
      ({ layers, course }, part, i) =>
        courseWithLayer(
          { layers, course },
          index + 1 + i,
          part,
          copyOfWork(recipe, index, part.key, course),
        ),
      {
        layers: recipe.layers.map((one, i) => (i === index ? (parts[0] ?? one) : one)),
        course: recipe.course,
      },
    )
}
