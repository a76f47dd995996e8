import { rateAt } from '../cure'
import { milestoneMin, type Awaited, type Resin } from '../trade'

/** The coldest and warmest that a piece will meet while it cures, °C. */
export interface TemperatureRange {
  coldC: number
  warmC: number
}

export interface CureWait {
  /**
   * Whole minutes after which the milestone is reached even in the cold, with the studio's margin.
   */
  surelyByMin: number
  /** Whole minutes before which it is not reached even in the warmth. */
  notBeforeMin: number
}

/** What binary fractions add to a whole minute is no minute more. */
const ROUNDING_MIN = 1e-6

/**
 * How long to wait for a milestone when only the range of temperatures is known.
 * Openings are taken in the cold and closings in the warmth, so a plan that keeps them holds at any
 * hour.
 * Source: Arrhenius rate (`rateAt`).
 * @param marginPct added to openings, per cent; closings are not stretched
 */
export function cureWait(
  resin: Resin,
  milestone: Awaited,
  range: TemperatureRange,
  marginPct: number,
): CureWait {
  const minutes = milestoneMin(resin.milestones, milestone)
  return {
    surelyByMin: Math.ceil(
      (minutes / rateAt(resin, range.coldC)) * (1 + marginPct / 100) - ROUNDING_MIN,
    ),
    notBeforeMin: Math.floor(minutes / rateAt(resin, range.warmC) + ROUNDING_MIN),
  }
}
