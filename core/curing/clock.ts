import type { CureClock } from '../cure'
import type { Resin } from '../trade'

/** How a resin's own clock goes until it is known: as its sheet says, give or take; a starting value. */
export const STARTING_CLOCK: Required<CureClock> = { logMean: 0, logSd: 0.15 }

/** How a resin's own clock goes, natural logarithms of the factor on its sheet's minutes. */
export const clockOf = ({
  slowerPct,
  variesPct,
}: Pick<Resin, 'slowerPct' | 'variesPct'>): Required<CureClock> => ({
  logMean: slowerPct === undefined ? STARTING_CLOCK.logMean : Math.log1p(slowerPct / 100),
  logSd: variesPct === undefined ? STARTING_CLOCK.logSd : variesPct / 100,
})

/** What nine in ten cures have reached by then is taken for sure, what one in ten has for possible. */
const HARDLY = 0.1
const LIKELY = 0.5
export const SURELY = 0.9
export const QUANTILES = [HARDLY, LIKELY, SURELY]
