import type { Layer } from '../trade'
import type { Draft } from './draft'
import type { PlanLine, PlanPot } from './planLine'

/** A line, in the request that it is put into. */
export interface AtLine {
  draft: Draft
  line: PlanLine
}
/** One of its layers. */
export interface AtLayer extends AtLine {
  layer: Layer
  /** Its place among the layers of the recipe. */
  index: number
}
/** What one pot pours of that. */
export interface AtPot extends AtLayer {
  pot: PlanPot
}

/** @throws Error where the recipe has no such layer */
export function layerAt({ draft, line }: AtLine, index: number): AtLayer {
  const layer = line.recipe.layers[index]
  if (!layer) throw new Error(`no layer ${index} of ${line.recipe.name}`)
  return { draft, line, layer, index }
}

/** The pots of a line that pour a layer. */
export const potsAt = ({ line, layer }: AtLayer): PlanPot[] =>
  line.pots.filter((pot) => pot.layerId === layer.id)
