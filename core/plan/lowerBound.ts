import type { Model } from './model'
import { objectiveOf } from './objective'

/**
 * Sums that no schedule can beat: every task at the earliest start that lags, releases and shifts allow it,
 * as if it were alone in the workshop.
 */
export function lowerBoundOf(model: Model, earliest: readonly number[]) {
  const ends = model.tasks.map((task) => (earliest[task.index] as number) + task.duration)
  const { weightedTardinessMin, weightedCompletionMin } = objectiveOf(model.request, ends)
  return { weightedTardinessMin, weightedCompletionMin }
}
