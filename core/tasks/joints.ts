import { courseParts, isSandedByCourse, layerBelow } from '../recipe'
import type { Awaited, Recipe } from '../trade'
import { layerAt, type AtLayer, type AtLine } from './at'
import { mayBeSanded } from './mayBeSanded'
import { jointKey } from './planLine'

/** How a layer goes on what lies under it in a line, as the plan settles it. */
export type Settled = 'bare' | 'tack' | 'sand' | 'plain' | 'wet'

/** @param index the layer that goes on */
function jointOf({ draft, line }: AtLine, index: number): Settled {
  const own = line.recipe.layers[index]
  const below = layerBelow(line.recipe, index)
  if (!own || below === null) return 'bare'
  if (own.joins === 'plain' || own.joins === 'wet') return own.joins
  const isSanded =
    own.joins === 'sand' ||
    (draft.options.paths.sanded.has(jointKey({ lineId: line.id, layerId: own.id })) &&
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
export function joinWait(at: AtLine, index: number): Awaited | null {
  const below = layerBelow(at.line.recipe, index)
  // On another side the piece is turned, once it may be taken into hands.
  return WAITS[below === index - 1 ? jointOf(at, index) : 'bare']
}

/**
 * The milestone of the last layer that ends its cure on the rack: what its first later step waits
 * for.
 */
export const firstWait = (recipe: Recipe): Awaited =>
  courseParts(recipe).after.find((entry) => entry.waitsFor)?.waitsFor ?? 'demould'

/** The milestone that ends a layer's cure where it lies; null where the next goes on while it is wet. */
export function openingOf(at: AtLayer): Awaited | null {
  const { draft, index } = at
  const { recipe } = at.line
  if (index === recipe.layers.length - 1) return firstWait(recipe)
  const join = joinWait(at, index + 1)
  const first = draft
    .courseOf(recipe)
    .before[index + 1]?.find(({ waitsFor }) => waitsFor !== null)?.waitsFor
  return join === null ? null : (first ?? join)
}

/**
 * The layer that is sanded and wiped after a layer for the next to go on it, beside what
 * the course says itself; null for none. It is another where the next goes on another side.
 */
export function sandedAfter(at: AtLayer): AtLayer | null {
  const { draft, line, index } = at
  const below = layerBelow(line.recipe, index + 1)
  const isAdded =
    jointOf(at, index + 1) === 'sand' &&
    !isSandedByCourse(draft.courseOf(line.recipe).before[index + 1])
  return isAdded && below !== null ? layerAt(at, below) : null
}

/** The layers that other layers of a line are poured on while they can still be, from when to when. */
export function windowOf(at: AtLayer): { below: AtLayer; closes: Awaited } | null {
  const below = layerBelow(at.line.recipe, at.index)
  const joint = jointOf(at, at.index)
  if (below === null || (joint !== 'tack' && joint !== 'wet')) return null
  return { below: layerAt(at, below), closes: joint === 'wet' ? 'gel' : 'tackTo' }
}
