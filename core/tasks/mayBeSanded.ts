import { layerBelow } from '../recipe'
import { jointKey, type JointKey, type PlanLine } from './planLine'

/**
 * Whether a layer may go on a sanded face: where its recipe leaves that open, and where what it lies
 * on is poured already, for a tack window that closes on it, or has, is else the end of the piece.
 * @param index the layer that goes on
 */
export function mayBeSanded({ recipe, pots }: PlanLine, index: number): boolean {
  const own = recipe.layers[index]
  const below = layerBelow(recipe, index)
  if (!own || below === null || (own.joins !== 'either' && own.joins !== 'tack')) return false
  const under = recipe.layers[below]
  return (
    own.joins === 'either' ||
    pots.some((pot) => pot.layerId === under?.id && pot.pouredMin !== null)
  )
}

/** The joints of a line that can be sanded, from the first layer on. */
export const openJoints = (line: PlanLine): JointKey[] =>
  line.recipe.layers.flatMap((layer, i) =>
    mayBeSanded(line, i) ? [jointKey({ lineId: line.id, layerId: layer.id })] : [],
  )
