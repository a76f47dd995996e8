import { cureWait, type TemperatureRange } from '../../curing'
import type { Awaited, Resin } from '../../trade'
import type { HeatedBox } from '../planLine'

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
