import { answer, issue, refuse, type Result } from '../result'
import { answerOf } from './answerOf'
import { blocksOf } from './model/blocks'
import { easeWindows } from './search/easeWindows'
import { dustInOpen } from './proof/dustInOpen'
import { infeasible } from './proof/infeasible'
import { lowerBoundOf } from './proof/lowerBound'
import { modelOf } from './model/model'
import { search, type SearchOptions } from './search/search'
import { machineShopOf } from './shop/machineShop'
import { searchShop } from './shop/searchShop'
import type { Pin, PlanAnswer, PlanRequest } from './model/types'

const DEFAULT_LIMIT_MS = 2000
/** Kept back from the time limit for explaining and writing the answer. */
const CLOSING_SHARE = 0.05

/** What a plan is asked for beside the request itself. */
export interface PlanWishes {
  pins?: readonly Pin[]
  /** Told how much of the limit is used up, 0 to 1; asks by its answer to stop there. */
  onProgress?: (done: number) => boolean
}

export interface PlanClock {
  /** Milliseconds on any steady clock. */
  now: () => number
  /** The reading at which the request came in. */
  startedAt: number
}

/**
 * Schedules pours, cures and hands in the whole workshop.
 *
 * Hard constraints and the two sums to minimise are the compute contract's (`plan`); the method is
 * serial schedule generation with unscheduling (`Draft`) inside a search over priorities
 * (`search`), and where all that is shared are single machines a search over their queues
 * (`searchShop`). Assumes whole minutes, fixed durations, and that the lags state all waits.
 * @param request makers, stations, places, moulds, jobs, tasks and lags; every id in it is known
 * @param clock for a limit in milliseconds; with a limit in iterations it is never read, the answer
 *   depends on the request alone, and `elapsedMs` is 0
 * @param wishes what people pinned, and who wants to know how far it has come
 * @returns every task with its place and time, what holds it there, and proven lower bounds
 * @throws nothing a request can cause; refuses with `infeasible` (proven) or `not-found`
 */
export function plan(
  request: PlanRequest,
  clock: PlanClock,
  { pins = [], onProgress }: PlanWishes = {},
): Result<PlanAnswer> {
  const model = modelOf(request, pins)
  const checked = infeasible(model)
  if ('refusal' in checked) return checked.refusal
  const { windows } = checked
  const bound = lowerBoundOf(model, windows.earliest)
  const iterationLimit = request.limit?.iterations ?? null
  const deadline = clock.startedAt + (request.limit?.ms ?? DEFAULT_LIMIT_MS) * (1 - CLOSING_SHARE)
  const options: SearchOptions = {
    model,
    blocks: blocksOf(model, windows, 'lags'),
    windows,
    bound,
    seed: request.seed ?? 1,
    progress: (iterations) => {
      const done =
        iterationLimit === null
          ? (clock.now() - clock.startedAt) / (deadline - clock.startedAt)
          : iterations / iterationLimit
      return onProgress?.(done) ? 1 : done
    },
  }
  const shop = machineShopOf(model)
  const { best, iterations, stuck } = shop ? searchShop(shop, options) : search(options)
  if (!best) {
    const task = stuck ?? 0
    const dusty = dustInOpen(model, model.tasks[task]?.job ?? 0)
    if (dusty) return refuse('infeasible', ...dusty)
    return refuse(
      'not-found',
      issue(`tasks[${task}]`, 'no-plan-found', {
        task: request.tasks[task]?.id ?? '',
        tries: iterations,
      }),
    )
  }
  easeWindows(model, options.blocks, windows, best.placements)
  return answer(
    answerOf(model, windows, best.placements, {
      iterations,
      elapsedMs: iterationLimit === null ? clock.now() - clock.startedAt : 0,
    }),
  )
}
