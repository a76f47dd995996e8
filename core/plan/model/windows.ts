import { lastInShift, nextInShift } from './calendar'
import type { Model, ModelTask } from './model'

/**
 * The earliest and latest start each task can have in any schedule, and the task that closed its
 * window.
 */
export interface Windows {
  earliest: number[]
  latest: number[]
  /** A task that no schedule can hold, or null. */
  impossible: number | null
  /** Whether every lag has been followed to its end. */
  settled: boolean
}

/** Enough for weeks of day-by-day steps; a stop only leaves the windows wider, never wrong. */
const STEPS_PER_TASK = 2000

/** The earliest start at or after a minute in a shift of any maker who could do the task. */
export function earliestForHands(model: Model, task: ModelTask, minute: number): number {
  if (!task.attended) return minute
  return Math.min(
    ...task.makers.map((maker) => nextInShift(model.shifts[maker] ?? [], minute, task.duration)),
  )
}

function latestForHands(model: Model, task: ModelTask, minute: number): number {
  if (!task.attended) return minute
  return Math.max(
    ...task.makers.map((maker) => lastInShift(model.shifts[maker] ?? [], minute, task.duration)),
  )
}

/**
 * Narrows the start of every task by releases, lags, shifts and the horizon until nothing changes.
 * Each step removes only starts that no schedule can have, so an empty window proves that none
 * exists.
 * Source: bounds propagation over temporal constraints (Dechter, Meiri, Pearl 1991) with calendars.
 * The lags must hold no circle (see `lagCircle`).
 */
export function windowsOf(model: Model): Windows {
  const { tasks, horizon } = model
  const earliest = tasks.map((task) => earliestForHands(model, task, Math.max(0, task.release)))
  const latest = tasks.map((task) =>
    latestForHands(model, task, Math.min(task.lastStart, horizon - task.duration)),
  )
  const queue = tasks.map((task) => task.index)
  const queued = new Set(queue)
  let stepsLeft = STEPS_PER_TASK * (tasks.length + 1)

  while (queue.length > 0 && stepsLeft-- > 0) {
    const index = queue.shift() as number
    queued.delete(index)
    if (earliest[index]! > latest[index]!)
      return { earliest, latest, impossible: index, settled: false }
    const touch = (other: number) => {
      if (!queued.has(other)) {
        queued.add(other)
        queue.push(other)
      }
    }
    for (const { to, weight } of model.outgoing[index] ?? []) {
      const bound = earliest[index]! + weight
      if (bound > earliest[to]!) {
        earliest[to] = earliestForHands(model, tasks[to]!, bound)
        touch(to)
      }
    }
    for (const { from, weight } of model.incoming[index] ?? []) {
      const bound = latest[index]! - weight
      if (bound < latest[from]!) {
        latest[from] = latestForHands(model, tasks[from]!, bound)
        touch(from)
      }
    }
  }
  const impossible = tasks.findIndex((_, i) => earliest[i]! > latest[i]!)
  return {
    earliest,
    latest,
    impossible: impossible < 0 ? null : impossible,
    settled: queue.length === 0,
  }
}
