import { cureWait, type TemperatureRange } from '../curing'
import type { HeatedBox, PlanLine } from './planLine'
import { courseParts } from '../recipe'
import type { Awaited, Recipe, Resin } from '../trade'

/**
 * What a cure waits for so long that warmth saves days; what must be caught while it is tacky stays
 * where it is seen.
 */
const WORTH_HEATING: ReadonlySet<Awaited> = new Set(['demould', 'sand', 'full'])

/** The milestone that a layer's cure waits for before anything else is done with it. */
export const isWorthHeating = (milestone: Awaited): boolean => WORTH_HEATING.has(milestone)

/**
 * How long a piece lies on the rack until nothing moves in it any more, and then in the heated box
 * until a milestone.
 * Source: Arrhenius rate (`rateAt`), the rest of the cure at the box's temperature. Assumes that
 * warmth before the gel would run the surface and heat the pour, so that it waits for that.
 * @param marginPct added to both, per cent
 * @returns whole minutes
 */
export function boxWait(
  resin: Resin,
  milestone: Awaited,
  range: TemperatureRange,
  box: Pick<HeatedBox, 'tempC'>,
  marginPct: number,
): { rackMin: number; boxMin: number } {
  const inBox = (one: Awaited) =>
    cureWait(resin, one, { coldC: box.tempC, warmC: box.tempC }, marginPct).surelyByMin
  return {
    rackMin: cureWait(resin, 'gel', range, marginPct).surelyByMin,
    boxMin: Math.max(0, inBox(milestone) - inBox('gel')),
  }
}

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

/**
 * The milestone of the last layer that ends its cure on the rack: what its first later step waits
 * for.
 */
export const firstWait = (recipe: Recipe): Awaited =>
  courseParts(recipe).after.find((entry) => entry.waitsFor)?.waitsFor ?? 'demould'
