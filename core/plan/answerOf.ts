import { elementAt } from '../elementAt'
import type { Placements } from './model/draft'
import { lowerBoundOf } from './proof/lowerBound'
import type { Model } from './model/model'
import { objectiveOf } from './model/objective'
import type { PlanAnswer, PlannedTask } from './model/types'
import { whyThen } from './ask/whyThen'
import type { Windows } from './model/windows'
import { NONE } from './model/workshop'

/**
 * A finished plan as an answer: in names, with its sums, what no plan can beat, and what holds each
 * task.
 */
export function answerOf(
  model: Model,
  windows: Windows,
  placements: Placements,
  work: Pick<PlanAnswer, 'iterations' | 'elapsedMs'>,
): PlanAnswer {
  const { request } = model
  const tasks = plannedTasks(model, placements)
  const objective = objectiveOf(
    request,
    tasks.map((task) => task.endMin),
  )
  const lowerBound = lowerBoundOf(model, windows.earliest)
  const proven =
    objective.weightedTardinessMin === lowerBound.weightedTardinessMin &&
    objective.weightedCompletionMin === lowerBound.weightedCompletionMin
  return { tasks, objective, lowerBound, proven, ...work, why: whyThen(request, tasks) }
}

function plannedTasks({ request, tasks }: Model, placements: Placements): PlannedTask[] {
  return tasks.map(({ id, duration, spots }, i) => {
    const start = elementAt(placements.start, i)
    const spot = spots[elementAt(placements.spot, i)]
    return {
      id,
      startMin: start,
      endMin: start + duration,
      maker: request.makers[elementAt(placements.maker, i)]?.id ?? null,
      station: request.stations[spot?.station ?? NONE]?.id ?? null,
      place: request.places[spot?.place ?? NONE]?.id ?? null,
    }
  })
}
