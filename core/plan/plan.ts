import { answer, refuse, type Result } from '../result'
import { blocksOf } from './blocks'
import { infeasible } from './infeasible'
import { lowerBoundOf } from './lowerBound'
import { modelOf, type Model } from './model'
import { objectiveOf } from './objective'
import { search, type Found } from './search'
import type { PlanAnswer, PlannedTask, PlanRequest } from './types'
import { whyThen } from './whyThen'
import { NONE } from './workshop'

const DEFAULT_LIMIT_MS = 2000
/** Kept back from the time limit for explaining and writing the answer. */
const CLOSING_SHARE = 0.05

export interface PlanClock {
  /** Milliseconds on any steady clock. */
  now: () => number
  /** The reading at which the request came in. */
  startedAt: number
}

/**
 * Schedules pours, cures and hands in the whole workshop.
 *
 * Hard constraints and the two sums to minimise are the compute contract's (`plan`); the method is serial
 * schedule generation with unscheduling (`generate`) inside a search over priorities (`search`).
 * Assumes whole minutes, fixed durations, and that the lags state all waits.
 * @param request makers, stations, places, moulds, jobs, tasks and lags; every id in it is known
 * @param clock for a limit in milliseconds; with a limit in iterations it is never read, the answer depends
 *   on the request alone, and `elapsedMs` is 0
 * @returns every task with its place and time, what holds it there, and proven lower bounds
 * @throws nothing a request can cause; refuses with `infeasible` (proven) or `not-found`
 */
export function plan(request: PlanRequest, clock: PlanClock): Result<PlanAnswer> {
  const model = modelOf(request)
  const checked = infeasible(model)
  if ('refusal' in checked) return checked.refusal
  const { windows } = checked
  const bound = lowerBoundOf(model, windows.earliest)
  const iterationLimit = request.limit?.iterations ?? null
  const deadline = clock.startedAt + (request.limit?.ms ?? DEFAULT_LIMIT_MS) * (1 - CLOSING_SHARE)
  const { best, iterations, stuck } = search({
    model,
    blocks: blocksOf(model, windows, 'lags'),
    windows,
    bound,
    seed: request.seed ?? 1,
    progress: (done) => (iterationLimit === null ? (clock.now() - clock.startedAt) / (deadline - clock.startedAt) : done / iterationLimit),
  })
  if (!best) {
    const task = stuck ?? 0
    return refuse('not-found', {
      path: `tasks[${task}]`,
      message: `no plan was found in ${iterations} tries: most often "${request.tasks[task]?.id}" found no time. It is not proven that there is none; allow more time, or loosen a wait or a shift`,
    })
  }
  const tasks = plannedTasks(model, best)
  const objective = objectiveOf(request, tasks.map((task) => task.endMin))
  return answer({
    tasks,
    objective,
    lowerBound: bound,
    proven:
      objective.weightedTardinessMin === bound.weightedTardinessMin && objective.weightedCompletionMin === bound.weightedCompletionMin,
    iterations,
    elapsedMs: iterationLimit === null ? clock.now() - clock.startedAt : 0,
    why: whyThen(request, tasks),
  })
}

function plannedTasks({ request, tasks }: Model, { placements }: Found): PlannedTask[] {
  return tasks.map(({ id, duration, spots }, i) => {
    const start = placements.start[i] as number
    const spot = spots[placements.spot[i] as number]
    return {
      id,
      startMin: start,
      endMin: start + duration,
      maker: request.makers[placements.maker[i] as number]?.id ?? null,
      station: request.stations[spot?.station ?? NONE]?.id ?? null,
      place: request.places[spot?.place ?? NONE]?.id ?? null,
    }
  })
}
