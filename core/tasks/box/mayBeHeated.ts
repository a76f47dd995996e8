import type { TemperatureRange } from '../../curing'
import type { Resin } from '../../trade'
import { firstWait } from '../joints'
import type { HeatedBox, PlanLine } from '../planLine'
import { boxWait, isWorthHeating } from './boxWait'

/** What is known of the workshop where a line may be heated. */
export interface Heating {
  box: HeatedBox | null
  range: TemperatureRange
  resins: ReadonlyMap<number, Resin>
  marginPct: number
}

/**
 * Whether the cures of a line may be planned in the heated box: nothing of it is poured yet, each
 * pot's pieces have room in it, one of its cures gains by it and ends before the box pauses, and
 * every resin is known to bear the warmth.
 */
export function mayBeHeated(line: PlanLine, { box, range, resins, marginPct }: Heating): boolean {
  const { recipe, pots } = line
  if (
    !box ||
    pots.some((pot) => pot.pouredMin !== null || recipe.footprintCm2 * pot.pieces > box.areaCm2)
  )
    return false
  const last = resins.get(recipe.layers.at(-1)?.resinId ?? 0)
  const milestone = firstWait(recipe)
  if (
    !last ||
    !isWorthHeating(milestone) ||
    !recipe.layers.every(({ resinId }) => (resins.get(resinId)?.heatC ?? -Infinity) >= box.tempC)
  )
    return false
  const { boxMin } = boxWait(last, milestone, range, box, marginPct)
  return box.runs.some(([from, to]) => to - from >= boxMin)
}

/** Whether pieces of a line lie in the heated box: what is warm already stays there. */
export const isInBox = (line: PlanLine): boolean =>
  line.pots.some((pot) => pot.heatedUntilMin !== null)
