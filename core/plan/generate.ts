import type { Block } from './blocks'
import type { Model, ModelTask } from './model'
import type { Windows } from './windows'
import { Workshop, type Placement } from './workshop'

/**
 * A block that keeps failing is given up after this many raises per task, or placings anew per task, which bounds the
 * work in large blocks; the search tries another order.
 */
const RAISES_PER_TASK = 60
const PLACINGS_PER_TASK = 300

export type Generated = { ok: true; placements: Placement[] } | { ok: false; failedBlock: number }

/**
 * Makes one schedule: blocks in order of priority, each task at its earliest place and time.
 *
 * Serial schedule generation for minimum and maximum lags. Where a task finds room only after the latest
 * start that a task already placed in its block allows, that task is raised by the difference and everything
 * of the block from there on is placed anew (the unscheduling step of Franck, Neumann and Schwindt, 2001).
 * @param priority one number a block; the lowest goes first among those whose predecessors are placed
 * @returns placements by task index, or the block that found no place
 */
export function generate(model: Model, blocks: readonly Block[], priority: readonly number[], windows: Windows): Generated {
  const workshop = new Workshop(model)
  const waiting = blocks.map((block) => block.after.length)
  const followers = blocks.map((): number[] => [])
  for (const block of blocks) for (const before of block.after) followers[before]?.push(block.index)
  const ready = blocks.filter((block) => block.after.length === 0).map((block) => block.index)

  while (ready.length > 0) {
    let pick = 0
    for (let i = 1; i < ready.length; i++) {
      if ((priority[ready[i] as number] as number) < (priority[ready[pick] as number] as number)) pick = i
    }
    const index = ready.splice(pick, 1)[0] as number
    if (!placeBlock(model, blocks[index] as Block, workshop, windows)) return { ok: false, failedBlock: index }
    for (const next of followers[index] ?? []) {
      waiting[next] = (waiting[next] as number) - 1
      if (waiting[next] === 0) ready.push(next)
    }
  }
  return { ok: true, placements: model.tasks.map((task) => workshop.placementOf(task.index) as Placement) }
}

function placeBlock(model: Model, block: Block, workshop: Workshop, windows: Windows): boolean {
  const atLeast = new Map(block.tasks.map((task) => [task, boundFromOutside(model, block, task, workshop, windows)]))
  let raises = RAISES_PER_TASK * block.tasks.length
  let placings = PLACINGS_PER_TASK * block.tasks.length
  let i = 0
  const raise = (task: number, start: number): boolean => {
    if (start > model.horizon || raises-- <= 0 || placings <= 0) return false
    atLeast.set(task, Math.max(atLeast.get(task) as number, start))
    const from = block.tasks.indexOf(task)
    for (let j = i; j >= from; j--) workshop.remove(block.tasks[j] as number)
    placings -= i - from + 1
    i = from
    return true
  }
  while (i < block.tasks.length) {
    const task = model.tasks[block.tasks[i] as number] as ModelTask
    const window = windowInBlock(block, task, workshop, atLeast.get(task.index) as number)
    const placement = workshop.earliest(task, window.from)
    if (!placement || placement.start > (windows.latest[task.index] as number)) return false
    if (placement.start > window.to) {
      const holder = window.heldBy as number
      if (!raise(holder, (workshop.startOf(holder) as number) + placement.start - window.to)) return false
      continue
    }
    workshop.put(placement)
    const clash = workshop.mouldClash(task.index)
    if (clash) {
      if (!raise(clash.task, clash.start)) return false
      continue
    }
    i++
  }
  return true
}

function boundFromOutside(model: Model, block: Block, task: number, workshop: Workshop, windows: Windows): number {
  let bound = windows.earliest[task] as number
  for (const edge of model.incoming[task] ?? []) {
    const start = block.outgoing.has(edge.from) ? null : workshop.startOf(edge.from)
    if (start !== null) bound = Math.max(bound, start + edge.weight)
  }
  return bound
}

/** The starts that the tasks of the block placed so far leave to a task, and who closes the window. */
function windowInBlock(block: Block, task: ModelTask, workshop: Workshop, atLeast: number) {
  let [from, to] = [atLeast, Infinity]
  let heldBy: number | null = null
  for (const edge of block.incoming.get(task.index) ?? []) {
    const start = workshop.startOf(edge.from)
    if (start !== null) from = Math.max(from, start + edge.weight)
  }
  for (const edge of block.outgoing.get(task.index) ?? []) {
    const start = workshop.startOf(edge.to)
    if (start !== null && start - edge.weight < to) {
      to = start - edge.weight
      heldBy = edge.to
    }
  }
  return { from, to, heldBy }
}
