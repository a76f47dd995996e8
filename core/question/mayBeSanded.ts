import type { PlanLine } from './planLine'

/**
 * Whether the next layer may go on a sanded face after a layer: where its recipe leaves that open,
 * and where the layer is poured already, for a tack window that closes on it, or has, is else the
 * end of the piece.
 */
export function mayBeSandedAfter({ recipe, pots }: PlanLine, index: number): boolean {
  const [layer, next] = [recipe.layers[index], recipe.layers[index + 1]]
  return (
    next !== undefined &&
    next.joins !== 'plain' &&
    (next.joins === 'either' ||
      pots.some((pot) => pot.layerId === layer?.id && pot.pouredMin !== null))
  )
}

/** Whether a line can be sanded anywhere between its layers. */
export const mayBeSanded = (line: PlanLine): boolean =>
  line.recipe.layers.some((_, index) => mayBeSandedAfter(line, index))
