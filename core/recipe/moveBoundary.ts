import { roundMm } from './roundMm'
import { sizePiece } from './sizePiece'
import type { Layer, Recipe } from '../trade'

/** The thinnest layer that a boundary leaves on either side, mm. */
const THINNEST_MM = 0.1

/**
 * Moves the surface of a filling layer to another level, as when it is dragged on the cutaway. The
 * layer gets a depth of its own; a layer above that is stated by its depth gives or takes as much,
 * so that its own surface stays; one stated by a level or the brim keeps it anyway. The level is
 * held between the neighbours.
 * @param index of the layer whose surface moves
 * @param levelMm above the bottom
 * @returns the layers, or null where the layer is a coat or the recipe cannot be sized
 */
export function moveBoundary(recipe: Recipe, index: number, levelMm: number): Layer[] | null {
  const sized = sizePiece(recipe)
  const [layer, own] = [recipe.layers[index], sized.ok ? sized.value.layers[index] : undefined]
  if (!layer || !own || layer.fill.coat || own.fromMm === null || own.toMm === null || !sized.ok)
    return null
  const above = recipe.layers.findIndex((one, i) => i > index && !one.fill.coat)
  const aboveToMm = above < 0 ? null : (sized.value.layers[above]?.toMm ?? null)
  const brimMm = brimOf(recipe)
  const highest = aboveToMm === null ? brimMm : aboveToMm - THINNEST_MM
  const toMm = Math.min(Math.max(levelMm, own.fromMm + THINNEST_MM), highest)
  const depthMm = roundMm(toMm - own.fromMm)
  return recipe.layers.map((one, i) => {
    if (i === index) return { ...one, fill: toMm >= brimMm - 1e-9 ? { toBrim: true } : { depthMm } }
    if (i === above && one.fill.depthMm !== undefined && aboveToMm !== null)
      return { ...one, fill: { depthMm: roundMm(aboveToMm - (own.fromMm ?? 0) - depthMm) } }
    return one
  })
}

/** The brim's level: where a layer filled to the brim would end. */
function brimOf(recipe: Recipe): number {
  const [first] = recipe.layers
  const filled =
    first &&
    sizePiece({ ...recipe, layers: [{ ...first, fill: { toBrim: true }, inclusions: [] }] })
  return filled?.ok ? (filled.value.layers[0]?.toMm ?? Infinity) : Infinity
}
