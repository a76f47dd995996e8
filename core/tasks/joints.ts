import { isSandedByCourse, layerBelow } from '../recipe'
import type { Awaited, Layer } from '../trade'
import type { Asked } from './asked'
import { firstWait } from './boxCure'
import { mayBeSanded } from './mayBeSanded'
import { jointKey, type PlanLine } from './planLine'

/** How a layer goes on what lies under it in a line, as the plan settles it. */
export type Settled = 'bare' | 'tack' | 'sand' | 'plain' | 'wet'

/** @param index the layer that goes on */
function jointOf({ options }: Asked, line: PlanLine, index: number): Settled {
  const own = line.recipe.layers[index]
  const below = layerBelow(line.recipe, index)
  if (!own || below === null) return 'bare'
  if (own.joins === 'plain' || own.joins === 'wet') return own.joins
  const isSanded =
    own.joins === 'sand' ||
    (options.paths.sanded.has(jointKey({ lineId: line.id, layerId: own.id })) &&
      mayBeSanded(line, index))
  return isSanded ? 'sand' : 'tack'
}

/** What a joint waits for on the layer under it. */
const WAITS: Record<Settled, Awaited | null> = {
  bare: 'demould',
  tack: 'tackFrom',
  sand: 'sand',
  plain: 'demould',
  wet: null,
}

/** The milestone that the layer before must have reached before one is poured; null for none. */
export function joinWait(asked: Asked, line: PlanLine, index: number): Awaited | null {
  const below = layerBelow(line.recipe, index)
  // On another side the piece is turned, once it may be taken into hands.
  return WAITS[below === index - 1 ? jointOf(asked, line, index) : 'bare']
}

/** The milestone that ends a layer's cure where it lies; null where the next goes on while it is wet. */
export function openingOf(asked: Asked, line: PlanLine, index: number): Awaited | null {
  const { recipe } = line
  if (index === recipe.layers.length - 1) return firstWait(recipe)
  const join = joinWait(asked, line, index + 1)
  const first = asked
    .courseOf(recipe)
    .before[index + 1]?.find(({ waitsFor }) => waitsFor !== null)?.waitsFor
  return join === null ? null : (first ?? join)
}

/**
 * The layer, by its place, that is sanded and wiped after a layer for the next to go on it, beside what
 * the course says itself; null for none. It is another where the next goes on another side.
 */
export function sandedAfter(asked: Asked, line: PlanLine, index: number): number | null {
  const isAdded =
    jointOf(asked, line, index + 1) === 'sand' &&
    !isSandedByCourse(asked.courseOf(line.recipe).before[index + 1])
  return isAdded ? layerBelow(line.recipe, index + 1) : null
}

/** The layers that other layers of a line are poured on while they can still be, from when to when. */
export function windowOf(
  asked: Asked,
  line: PlanLine,
  index: number,
): { below: Layer; closes: Awaited } | null {
  const at = layerBelow(line.recipe, index)
  const below = at === null ? undefined : line.recipe.layers[at]
  const joint = jointOf(asked, line, index)
  if (!below || (joint !== 'tack' && joint !== 'wet')) return null
  return { below, closes: joint === 'wet' ? 'gel' : 'tackTo' }
}
