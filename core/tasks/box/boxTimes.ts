import type { AtLayer } from '../at'
import { openingOf } from '../joints'
import type { HeatedBox } from '../planLine'
import { boxWait, isWorthHeating } from './boxWait'

/** The heated box, where a layer's cure goes on in it once nothing moves any more. */
export function boxOf(at: AtLayer): HeatedBox | null {
  const { paths, workroom } = at.draft.options
  const opening = openingOf(at)
  const heats = paths.boxLines.has(at.line.id) || at.layer.isHeated === true
  return heats && opening !== null && isWorthHeating(opening) ? workroom.box : null
}

/**
 * How long a layer's cure lies on the rack and then in the box, until a milestone; null where it lies
 * on the rack alone.
 */
export function boxTimes(
  at: AtLayer,
  milestone = openingOf(at),
): { rackMin: number; boxMin: number } | null {
  const box = boxOf(at)
  const { workroom, rules } = at.draft.options
  const resin = at.draft.resinOf(at.layer)
  return box && milestone && boxWait(resin, milestone, workroom.range, box, rules.cureMarginPct)
}
