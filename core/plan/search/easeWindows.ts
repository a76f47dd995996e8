import { Draft, type Placements } from '../model/draft'
import type { Block } from '../model/blocks'
import type { Model, ModelJob } from '../model/model'
import type { Windows } from '../model/windows'
import { NONE, type Workshop } from '../model/workshop'

/**
 * Of a closing window, so much is left before it closes, where that costs nobody anything. A
 * starting value.
 */
const LEFT_SHARE = 0.5
/** What is tried of the minutes that are missing, for nights and other work lie between. */
const TRIED_SHARES = [1, 0.75, 0.5, 0.25, 0.12, 0.06, 0.03]

/**
 * A wait with a greatest value: what ends the first task opens it, and the second must begin before
 * it closes.
 */
interface Window {
  opens: number
  closes: number
  greatest: number
  width: number
}

/**
 * Begins later what opens a closing window to its very end, so that half of the window is left.
 *
 * Placed as soon as they can be, pots are mixed long before somebody is there to pour them, and
 * layers are poured so that their tack window closes when the shift begins. Nothing is lost by
 * beginning such work later: no job ends later, and nothing moves but what hangs on it by its
 * waits, with the same hands and in the same places. Wide windows come first; what is moved along
 * for them is eased after.
 * @param placements of a correct plan; changed in place
 * @param mayMove tells which tasks may be moved; all others stay where they are
 */
export function easeWindows(
  model: Model,
  blocks: readonly Block[],
  windows: Windows,
  placements: Placements,
  mayMove: (task: number) => boolean = () => true,
): void {
  const closing = windowsThatClose(model)
  if (closing.length === 0) return
  const draft = new Draft(model, blocks, windows)
  for (const block of [...blocks].sort(
    (x, y) => headOf(x, placements) - headOf(y, placements) || x.index - y.index,
  ))
    draft.putBack(block.index, placements)
  const { workshop } = draft
  const jobEnds = model.jobs.map((job) => endOf(model, job, workshop))
  for (const { opens, closes, greatest, width } of closing) {
    const left =
      workshop.start[opens]! + durationOf(model, opens) + greatest - workshop.start[closes]!
    const missing = Math.floor(LEFT_SHARE * width) - left
    for (const share of missing > 0 ? TRIED_SHARES : []) {
      const moved = movedAlong(
        model,
        workshop,
        opens,
        Math.ceil(share * missing),
        (task, start) =>
          task !== closes && mayMove(task) && start <= latestOf(model, windows, jobEnds, task),
      )
      if (moved !== null && moveAll(model, workshop, moved)) break
    }
  }
  placements.start.set(workshop.start)
}

const durationOf = ({ tasks }: Model, task: number) => tasks[task]!.duration
const headOf = ({ tasks }: Block, { start }: Placements) => start[tasks[0]!]!
const endOf = (model: Model, { tasks }: ModelJob, { start }: Workshop) =>
  Math.max(0, ...tasks.map((task) => start[task]! + durationOf(model, task)))

function windowsThatClose(model: Model): Window[] {
  const indexOf = new Map(model.tasks.map(({ id, index }) => [id, index]))
  return model.request.lags
    .flatMap((lag): Window[] => {
      if (lag.maxMin === null || lag.maxMin === undefined) return []
      return [
        {
          opens: indexOf.get(lag.from) as number,
          closes: indexOf.get(lag.to) as number,
          greatest: lag.maxMin,
          width: lag.maxMin - (lag.minMin ?? 0),
        },
      ]
    })
    .sort((x, y) => y.width - x.width)
}

/** What others hold something for until it comes stays: they would hold it longer. */
function latestOf(
  model: Model,
  windows: Windows,
  jobEnds: readonly number[],
  task: number,
): number {
  const { job, duration } = model.tasks[task]!
  if (model.holders[task]!.length > 0) return NONE
  return Math.min(windows.latest[task]!, jobEnds[job]! - duration)
}

/**
 * The new starts of a task that begins later and of all that its waits take along; null where one
 * of them may not.
 */
function movedAlong(
  model: Model,
  { start }: Workshop,
  first: number,
  later: number,
  mayLie: (task: number, start: number) => boolean,
): Map<number, number> | null {
  const moved = new Map([[first, start[first]! + later]])
  const queue = [first]
  for (let task = queue.pop(); task !== undefined; task = queue.pop()) {
    const at = moved.get(task) as number
    if (!mayLie(task, at)) return null
    for (const { to, weight } of model.outgoing[task] ?? []) {
      if ((moved.get(to) ?? start[to]!) >= at + weight) continue
      moved.set(to, at + weight)
      queue.push(to)
    }
  }
  return moved
}

/**
 * Puts tasks at their new starts, with the hands and places they have; leaves all where they were
 * if one does not fit.
 */
function moveAll(model: Model, workshop: Workshop, moved: ReadonlyMap<number, number>): boolean {
  const before = [...moved.keys()].map((task) => ({
    task,
    start: workshop.start[task]!,
    maker: workshop.maker[task]!,
    spot: workshop.spot[task]!,
  }))
  for (const { task } of before) workshop.remove(task)
  const put: number[] = []
  for (const { task, maker, spot } of before) {
    const start = moved.get(task) as number
    if (!workshop.fitsAt(model.tasks[task]!, start, maker, spot)) break
    workshop.put(task, start, maker, spot)
    put.push(task)
  }
  if (put.length === before.length) return true
  for (const task of put) workshop.remove(task)
  for (const { task, start, maker, spot } of before) workshop.put(task, start, maker, spot)
  return false
}
