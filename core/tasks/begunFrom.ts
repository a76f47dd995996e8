import { numbersOf, rangeOf } from '../trade'
import type { PlanLine } from './planLine'

/** Numbers of the pieces of which a layer, or one above it, is poured. */
export function begunFrom({ recipe, pots }: PlanLine, index: number): Set<number> {
  const layers = new Set(recipe.layers.slice(index).map((layer) => layer.id))
  return new Set(
    pots
      .filter((pot) => pot.pouredMin !== null && layers.has(pot.layerId))
      .flatMap((pot) => numbersOf(rangeOf(pot))),
  )
}
