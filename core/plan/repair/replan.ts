import { answer, issue, refuse, type Result } from '../../result'
import { answerOf } from '../answerOf'
import { blocksOf } from '../model/blocks'
import { easeWindows } from '../search/easeWindows'
import { infeasible } from '../proof/infeasible'
import { modelOf } from '../model/model'
import { placementsOf } from './placementsOf'
import { Repair } from './repair'
import type { Pin, PlanAnswer, PlannedTask, PlanRequest } from '../model/types'

export interface ReplanOptions {
  /**
   * Where tasks lay in the plan that is to be kept; those it does not know are new, others than the
   * request's are passed over.
   */
  keep: readonly PlannedTask[]
  pins: readonly Pin[]
  /**
   * Whether jobs that stand as well as before may be improved too; else only what slips is looked
   * after.
   */
  improves?: boolean
  /**
   * How often a slipped job is tried otherwise at the most, and where the plan is to improve how
   * often anything is moved.
   */
  tries: number
  /** Told how far the work has come, 0 to 1; asks by its answer to stop there. */
  onProgress?: (done: number) => boolean
}

/**
 * Plans anew and keeps of an earlier plan what need not move.
 * Assumes what `plan` assumes; the same request and options give the same answer.
 * @param request as for `plan`; its limit is not read
 * @returns as `plan` does, `iterations` being the tries; `infeasible` only when proven,
 *   `not-found` with the task that found no place
 */
export function replan(
  request: PlanRequest,
  { keep, pins, improves = false, tries, onProgress }: ReplanOptions,
): Result<PlanAnswer> {
  const model = modelOf(request, pins)
  const checked = infeasible(model)
  if ('refusal' in checked) return checked.refusal
  const { windows } = checked
  const pinned = new Set(pins.flatMap((pin) => (pin.startMin === null ? [] : [pin.task])))
  const [blocks, earlier] = [blocksOf(model, windows, 'lags'), placementsOf(model, keep)]
  const most = improves ? 2 * tries : tries
  let isStopped = false
  const repair = new Repair({
    model,
    windows,
    improves,
    blocks,
    earlier,
    pinned: model.tasks.filter((task) => pinned.has(task.id)).map((task) => task.index),
    seed: request.seed ?? 1,
    tries,
    stops: (done) => (isStopped ||= onProgress?.(done / most) === true),
  })
  if (!repair.run()) {
    const { id } = request.tasks[Math.max(0, repair.stuck)] ?? { id: '' }
    return refuse(
      'not-found',
      issue(`tasks[${Math.max(0, repair.stuck)}]`, 'no-time-beside-pins', { task: id }),
    )
  }
  easeWindows(
    model,
    blocks,
    windows,
    repair.current,
    (task) => repair.current.start[task] !== earlier.start[task],
  )
  return answer(
    answerOf(model, windows, repair.current, { iterations: repair.tries, elapsedMs: 0 }),
  )
}
