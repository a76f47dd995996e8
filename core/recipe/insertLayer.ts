import { roundMm } from './roundMm'
import { sizePiece } from './sizePiece'
import { courseWithLayer } from './editCourse'
import type { Entry, Layer, Recipe } from '../trade'

/** The thinnest layer that an insertion leaves on either side, mm. */
const THINNEST_MM = 0.5

/**
 * Drops a layer into a piece at a level, as onto the cutaway. Inside a layer the new one takes what
 * lies above the level, and that layer keeps the rest with what is set into it; over the last layer
 * it fills up to the level. On a coated surface it becomes the last coat.
 * @param levelMm above the bottom
 * @param fresh the new layer; its fill is replaced
 * @param entries what is done with its mix
 * @returns layers, course and the place of the new one, or null where there is no room for it or the
 *   recipe cannot be sized
 */
export function insertLayer(
  recipe: Recipe,
  levelMm: number,
  fresh: Layer,
  entries: readonly Entry[],
): { layers: Layer[]; course: Entry[]; index: number } | null {
  const sized = sizePiece(recipe)
  if (!sized.ok) return null
  const { layers } = recipe
  if (layers.every((layer) => layer.fill.coat)) {
    const coat = { ...fresh, fill: { coat: { thicknessMm: 2 } } }
    return { ...courseWithLayer(recipe, layers.length, coat, entries), index: layers.length }
  }
  const levels = sized.value.layers
  const hit = levels.findIndex(
    ({ fromMm, toMm }) => fromMm !== null && toMm !== null && levelMm > fromMm && levelMm < toMm,
  )
  const [layer, own] = [layers[hit], levels[hit]]
  if (!layer || !own || own.fromMm === null || own.toMm === null) {
    const topMm = levels.reduce((top, { toMm }) => Math.max(top, toMm ?? 0), 0)
    const top = { ...fresh, fill: { depthMm: roundMm(levelMm - topMm) } }
    const added = courseWithLayer(recipe, layers.length, top, entries)
    const fits = levelMm - topMm >= THINNEST_MM && sizePiece({ ...recipe, ...added }).ok
    return fits ? { ...added, index: layers.length } : null
  }
  if (levelMm - own.fromMm < THINNEST_MM || own.toMm - levelMm < THINNEST_MM) return null
  const upper =
    layer.fill.depthMm === undefined ? layer.fill : { depthMm: roundMm(own.toMm - levelMm) }
  const lower = { ...layer, fill: { depthMm: roundMm(levelMm - own.fromMm) } }
  return {
    ...courseWithLayer(
      { ...recipe, layers: layers.map((one, i) => (i === hit ? lower : one)) },
      hit + 1,
      { ...fresh, fill: upper },
      entries,
    ),
    index: hit + 1,
  }
}
