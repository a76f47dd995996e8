import type { Model } from '../model/model'
import { NONE } from '../model/workshop'

/**
 * A workshop in which all that is shared are machines of which there is one each, and a single
 * completion counts:
 * what is published as a job shop, with waits, releases and any order of steps besides.
 */
export interface MachineShop {
  size: number
  /** By task; the one after the last is nobody's and takes no time, see `Waits`. */
  duration: Int32Array
  /** By task: its machine, `NONE` where it needs none. */
  machine: Int32Array
  machines: number
  /** What must come before each task, and after it. */
  before: Waits
  after: Waits
}

/**
 * What tasks wait for, or what waits for them. Every task has a wait of its own number, and the
 * others follow from it: the loops that look at them are the hottest there are, and most tasks have
 * one. Where a task waits for no other, it waits for its release on a task of nobody's (number
 * `size`), which starts at 0; so does the end of all for the task.
 */
export interface Waits {
  /** By wait: the other task. */
  other: Int32Array
  /** By wait: the least minutes from start to start. */
  weight: Int32Array
  /** By wait: another one of the same task, `NONE` after the last. */
  another: Int32Array
}

/**
 * @returns the shop, or null where something else is shared, hands are needed, or waits have a
 * greatest value
 */
export function machineShopOf(model: Model): MachineShop | null {
  const { tasks, jobs, edges } = model
  const isPlain = tasks.every(
    (task) =>
      !task.attended &&
      !task.mould &&
      !task.dust &&
      !task.openWet &&
      task.spots.length === 1 &&
      task.spots[0]?.place === NONE &&
      task.lastStart === model.horizon - task.duration,
  )
  if (!isPlain || jobs.filter((job) => job.tasks.length > 0).length !== 1) return null
  // A wait below nothing would let a task begin before the one it follows has ended; the moves
  // count on the end.
  if (edges.some(({ from, weight }) => weight < (tasks[from]?.duration ?? 0))) return null
  const size = tasks.length
  return {
    size,
    duration: Int32Array.from([...tasks.map((task) => task.duration), 0]),
    machine: Int32Array.from(tasks, (task) => task.spots[0]?.station ?? NONE),
    machines: model.request.stations.length,
    before: waitsOf(
      tasks.map((task, i) =>
        waitsOn(
          size,
          Math.max(0, task.release),
          (model.incoming[i] ?? []).map(({ from, weight }) => [from, weight]),
        ),
      ),
    ),
    after: waitsOf(
      tasks.map((task, i) =>
        waitsOn(
          size,
          task.duration,
          (model.outgoing[i] ?? []).map(({ to, weight }) => [to, weight]),
        ),
      ),
    ),
  }
}

type Wait = [other: number, weight: number]

/**
 * The waits of one task; the one on nobody only where it says something, for every wait is looked
 * at in every move.
 */
const waitsOn = (nobody: number, weight: number, waits: Wait[]): Wait[] =>
  waits.every((wait) => wait[1] < weight) ? [...waits, [nobody, weight]] : waits

function waitsOf(byTask: readonly Wait[][]): Waits {
  const all = byTask.map(([first]) => first as Wait)
  const another: number[] = byTask.map(() => NONE)
  byTask.forEach((own, task) => {
    let last = task
    for (const wait of own.slice(1)) {
      another[last] = last = all.push(wait) - 1
      another.push(NONE)
    }
  })
  return {
    other: Int32Array.from(all, ([other]) => other),
    weight: Int32Array.from(all, ([, weight]) => weight),
    another: Int32Array.from(another),
  }
}
