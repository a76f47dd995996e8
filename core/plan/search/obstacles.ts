import type { Draft } from '../model/draft'
import { NONE } from '../model/workshop'

/** A block that waits, and one that lies where it could have been. */
export interface Obstacle {
  waiting: number
  inTheWay: number
}

/**
 * Follows a job back from its end and collects what stood in its way: for every task that starts
 * later than the waits before it ask for, the tasks that hold its hands, station, place, mould or
 * air in between.
 * @returns obstacles, in no order
 */
export function obstaclesOf(draft: Draft, job: number): Obstacle[] {
  const { model, workshop, blocks, blockOf, windows } = draft
  const own = model.jobs[job]!.tasks
  let last = NONE
  let lastEnd = -Infinity
  for (const task of own) {
    const end = workshop.start[task]! + model.tasks[task]!.duration
    if (end > lastEnd) [last, lastEnd] = [task, end]
  }
  const found: Obstacle[] = []
  const seen = new Set<number>()
  for (let at = last === NONE ? NONE : blockOf[last]!; at !== NONE && !seen.has(at);) {
    seen.add(at)
    let next = NONE
    let leastSlack = Infinity
    for (const index of blocks[at]!.tasks) {
      const task = model.tasks[index]!
      const start = workshop.start[index]!
      let ready = windows.earliest[index]!
      for (const { from, weight } of model.incoming[index]!) {
        const bound = workshop.start[from]! + weight
        if (bound > ready) ready = bound
        if (blockOf[from] !== at && start - bound < leastSlack && !seen.has(blockOf[from]!)) {
          leastSlack = start - bound
          next = blockOf[from]!
        }
      }
      if (start <= ready) continue
      for (let other = 0; other < model.tasks.length; other++) {
        if (blockOf[other] !== at && workshop.isInTheWay(other, task, ready, start + task.duration))
          found.push({ waiting: at, inTheWay: blockOf[other]! })
      }
    }
    at = next
  }
  return found
}
