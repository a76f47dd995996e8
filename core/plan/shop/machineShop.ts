import type { Model } from '../model'
import { NONE } from '../workshop'

/**
 * A workshop in which all that is shared are machines of which there is one each, and a single completion counts:
 * what is published as a job shop, with waits, releases and any order of steps besides.
 */
export interface MachineShop {
  size: number
  duration: Int32Array
  release: Int32Array
  /** By task: its machine, `NONE` where it needs none. */
  machine: Int32Array
  machines: number
  /** What must come before each task, and after it. */
  before: Waits
  after: Waits
}

/** Waits of all tasks in one list: those of a task stand from `first[task]` to before `first[task + 1]`. */
export interface Waits {
  first: Int32Array
  other: Int32Array
  /** The least minutes from start to start. */
  weight: Int32Array
}

/** @returns the shop, or null where something else is shared, hands are needed, or waits have a greatest value */
export function machineShopOf(model: Model): MachineShop | null {
  const { tasks, jobs, edges } = model
  const isPlain = tasks.every(
    (task) => !task.attended && !task.mould && !task.dust && !task.openWet && task.spots.length === 1 && task.spots[0]?.place === NONE && task.lastStart === model.horizon - task.duration,
  )
  if (!isPlain || jobs.filter((job) => job.tasks.length > 0).length !== 1) return null
  // A wait below nothing would let a task begin before the one it follows has ended; the moves count on the end.
  if (edges.some(({ from, weight }) => weight < (tasks[from]?.duration ?? 0))) return null
  return {
    size: tasks.length,
    duration: Int32Array.from(tasks, (task) => task.duration),
    release: Int32Array.from(tasks, (task) => Math.max(0, task.release)),
    machine: Int32Array.from(tasks, (task) => task.spots[0]?.station ?? NONE),
    machines: model.request.stations.length,
    before: waitsOf(model.incoming.map((own) => own.map(({ from, weight }) => [from, weight]))),
    after: waitsOf(model.outgoing.map((own) => own.map(({ to, weight }) => [to, weight]))),
  }
}

function waitsOf(byTask: readonly [other: number, weight: number][][]): Waits {
  const first = new Int32Array(byTask.length + 1)
  byTask.forEach((own, task) => (first[task + 1] = (first[task] as number) + own.length))
  const all = byTask.flat()
  return { first, other: Int32Array.from(all, ([other]) => other), weight: Int32Array.from(all, ([, weight]) => weight) }
}
