import type { PlanRequest } from '../../plan'
import { CLOCK, isColdBox } from '../taskNames'

/**
 * The tasks of a request that stand for a heated box standing cold, with the minute at which each
 * begins, in order of time.
 */
export function coldBoxes({ lags, horizonMin }: PlanRequest): { task: string; fromMin: number }[] {
  return lags
    .flatMap((lag) =>
      lag.from === CLOCK && isColdBox(lag.to)
        ? [{ task: lag.to, fromMin: (lag.minMin ?? 0) + horizonMin }]
        : [],
    )
    .sort((x, y) => x.fromMin - y.fromMin)
}
