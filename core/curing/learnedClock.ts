import type { CureClock, TemperatureStep } from '../cure'
import type { Resin } from '../trade'
import { STARTING_CLOCK } from './clock'
import { touchedClock, type Touch } from './touchedClock'

/** One piece that was touched, with the temperatures it met. */
export interface TouchedPiece {
  profile: readonly TemperatureStep[]
  touches: readonly Touch[]
}

/** The starting clock counts as much as so many pieces that were touched. */
const STARTS_AS = 4
const ROUNDS = 30

/**
 * How a resin's own clock goes, by what fingers found on its pieces.
 * Pieces differ around the resin's clock (lognormal); of each only bounds are known (`touchedClock`).
 * Mean and spread are found by turns: the pieces' clocks given the resin's, then the resin's given
 * theirs, with the starting clock as four pieces that were as the sheet says.
 * Source: expectation and maximisation for a normal with bounded observations and a conjugate start;
 * the weight of the start is a starting value.
 * @param resin as its sheet says; what was learned before is not taken into account again
 * @param pieces each with its touches, in any order
 * @returns natural logarithms of the factor on the sheet's minutes; the starting clock where nobody
 *   touched anything
 */
export function learnedClock(resin: Resin, pieces: readonly TouchedPiece[]): Required<CureClock> {
  const told = pieces.filter(({ touches }) => touches.some(({ atMin }) => atMin > 0))
  let clock = STARTING_CLOCK
  if (told.length === 0) return clock
  const weight = STARTS_AS + told.length
  for (let round = 0; round < ROUNDS; round++) {
    const clocks = told.map(({ profile, touches }) => touchedClock(clock, resin, profile, touches))
    const logMean =
      (STARTS_AS * STARTING_CLOCK.logMean +
        clocks.reduce((sum, { logMean: own }) => sum + own, 0)) /
      weight
    const spread = clocks.reduce(
      (sum, own) => sum + own.logSd ** 2 + (own.logMean - logMean) ** 2,
      STARTS_AS * (STARTING_CLOCK.logSd ** 2 + (STARTING_CLOCK.logMean - logMean) ** 2),
    )
    clock = { logMean, logSd: Math.sqrt(spread / weight) }
  }
  return clock
}
