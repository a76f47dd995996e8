import { elementAt } from '../../elementAt'
import type { Model, ModelTask } from '../model/model'
import { objectiveOf } from '../model/objective'
import { oneAtATime } from './oneAtATime'
import { tailsOf } from '../model/tails'
import { NONE } from '../model/workshop'

/**
 * Sums that no schedule can beat: every task at the earliest start that lags, releases and shifts
 * allow it, and what one job asks of a station of which there is one, one after the other; as if
 * each job were alone in the workshop.
 */
export function lowerBoundOf(model: Model, earliest: readonly number[]) {
  const ends = model.tasks.map((task) => elementAt(earliest, task.index) + task.duration)
  const tails = tailsOf(model)
  for (const { tasks } of model.jobs) {
    for (const queue of queuesOf(model, tasks)) {
      const end = oneAtATime(
        queue.map(({ index, duration }) => ({
          from: elementAt(earliest, index),
          duration,
          tail: elementAt(tails, index) - duration,
        })),
      )
      // Any task of the job may carry the end of it all: a job ends with its latest task.
      const [any] = queue as [ModelTask]
      ends[any.index] = Math.max(elementAt(ends, any.index), end)
    }
  }
  const { weightedTardinessMin, weightedCompletionMin } = objectiveOf(model.request, ends)
  return { weightedTardinessMin, weightedCompletionMin }
}

/**
 * Those of some tasks that need one and the same station, for every such station with more than
 * one.
 */
function queuesOf(model: Model, tasks: readonly number[]): ModelTask[][] {
  const queues = new Map<number, ModelTask[]>()
  for (const index of tasks) {
    const task = elementAt(model.tasks, index)
    const station = task.spots[0]?.station ?? NONE
    if (station === NONE || task.spots.some((spot) => spot.station !== station)) continue
    queues.set(station, [...(queues.get(station) ?? []), task])
  }
  return [...queues.values()].filter((queue) => queue.length > 1)
}
