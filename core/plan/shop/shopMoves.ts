import { NONE } from '../workshop'
import type { Sequences } from './sequences'

/** A task put right after or before another one of its machine, and how long the plan would then be at least, nearly. */
export interface ShopMove {
  task: number
  target: number
  isAfter: boolean
  length: number
}

/** One way through the plan on which nothing can be later without making all later, from its first task on. */
export function criticalPath(plan: Sequences, random: () => number): number[] {
  const { head, waitHead, tail, length, previous, shop } = plan
  let at = NONE
  let seen = 0
  for (let task = 0; task < shop.size; task++) {
    if ((head[task] as number) + (shop.duration[task] as number) === length && tail[task] === shop.duration[task] && random() * ++seen < 1) at = task
  }
  const path: number[] = []
  while (at !== NONE) {
    path.push(at)
    const start = head[at] as number
    const earlier = previous[at] as number
    const byMachine = earlier !== NONE && (head[earlier] as number) + (shop.duration[earlier] as number) === start
    const byWait = waitHead[at] === start ? bindingWait(plan, at) : NONE
    at = byMachine && (byWait === NONE || random() < 0.5) ? earlier : byWait
  }
  return path.reverse()
}

/** A task whose wait holds this one where it starts; `NONE` where it starts with its release. */
function bindingWait({ head, waitHead, shop: { before } }: Sequences, task: number): number {
  for (let w = before.first[task] as number; w < (before.first[task + 1] as number); w++) {
    if ((head[before.other[w] as number] as number) + (before.weight[w] as number) === waitHead[task]) return before.other[w] as number
  }
  return NONE
}

/**
 * All moves along a critical path that could make the plan shorter: inside a run of tasks on one machine one goes to the
 * run's end or start, or its end or start goes inside (Balas and Vazacopoulos, 1998; Zhang, Li, Guan and Rao, 2007).
 * What surely closes no circle is told by heads and tails alone.
 */
export function shopMoves(plan: Sequences, path: readonly number[]): ShopMove[] {
  const { previous, shop } = plan
  const moves: ShopMove[] = []
  const comeAfter = (task: number, target: number) => {
    if (canComeAfter(plan, task, target)) moves.push({ task, target, isAfter: true, length: lengthAfter(plan, task, target) })
  }
  const comeBefore = (task: number, target: number) => {
    if (canComeBefore(plan, task, target)) moves.push({ task, target, isAfter: false, length: lengthBefore(plan, task, target) })
  }
  for (let first = 0; first < path.length; ) {
    let last = first
    while (last + 1 < path.length && previous[path[last + 1] as number] === path[last] && shop.machine[path[last] as number] !== NONE) last++
    const [start, end] = [path[first] as number, path[last] as number]
    for (let i = first; i <= last && last > first; i++) {
      const task = path[i] as number
      if (i < last && (last < path.length - 1 || i === first)) comeAfter(task, end)
      if (i > first && (first > 0 || i === last)) comeBefore(task, start)
      if (i > first && i < last) {
        comeAfter(start, task)
        comeBefore(end, task)
      }
    }
    first = last + 1
  }
  return moves
}

/** No way leads from what waits for the task to the target. */
function canComeAfter({ shop: { after, duration }, tail }: Sequences, task: number, target: number): boolean {
  for (let w = after.first[task] as number; w < (after.first[task + 1] as number); w++) {
    const other = after.other[w] as number
    if ((tail[other] as number) >= (duration[other] as number) + (tail[target] as number)) return false
  }
  return true
}

/** No way leads from the target to what the task waits for. */
function canComeBefore({ shop: { before, duration }, head }: Sequences, task: number, target: number): boolean {
  for (let w = before.first[task] as number; w < (before.first[task + 1] as number); w++) {
    if ((head[before.other[w] as number] as number) >= (head[target] as number) + (duration[target] as number)) return false
  }
  return true
}

/** The longest way over the tasks that change places, as if all others kept their heads and tails. */
function lengthAfter({ shop, head, tail, waitHead, waitTail, previous, next }: Sequences, task: number, target: number): number {
  const { duration } = shop
  const heads: number[] = []
  const before = previous[task] as number
  let free = before === NONE ? 0 : (head[before] as number) + (duration[before] as number)
  for (let at = task; at !== target; ) {
    at = next[at] as number
    const start = Math.max(waitHead[at] as number, free)
    heads.push(start)
    free = start + (duration[at] as number)
  }
  const after = next[target] as number
  let rest = Math.max(waitTail[task] as number, after === NONE ? 0 : (duration[task] as number) + (tail[after] as number))
  let longest = Math.max(waitHead[task] as number, free) + rest
  for (let at = target, i = heads.length - 1; i >= 0; at = previous[at] as number, i--) {
    rest = Math.max(waitTail[at] as number, (duration[at] as number) + rest)
    longest = Math.max(longest, (heads[i] as number) + rest)
  }
  return longest
}

/** The same for a task that comes before the others. */
function lengthBefore({ shop, head, tail, waitHead, waitTail, previous, next }: Sequences, task: number, target: number): number {
  const { duration } = shop
  const heads: number[] = []
  const before = previous[target] as number
  const own = Math.max(waitHead[task] as number, before === NONE ? 0 : (head[before] as number) + (duration[before] as number))
  let free = own + (duration[task] as number)
  for (let at = target; at !== task; at = next[at] as number) {
    const start = Math.max(waitHead[at] as number, free)
    heads.push(start)
    free = start + (duration[at] as number)
  }
  const after = next[task] as number
  let rest = after === NONE ? NONE : (tail[after] as number)
  let longest = 0
  for (let at = previous[task] as number, i = heads.length - 1; i >= 0; at = previous[at] as number, i--) {
    rest = Math.max(waitTail[at] as number, rest === NONE ? 0 : (duration[at] as number) + rest)
    longest = Math.max(longest, (heads[i] as number) + rest)
  }
  return Math.max(longest, own + Math.max(waitTail[task] as number, (duration[task] as number) + rest))
}
