import { NONE } from '../model/workshop'
import type { Sequences } from './sequences'

/** A task put right after or before another one of its machine. */
export interface ShopMove {
  task: number
  target: number
  isAfter: boolean
}

/**
 * The moves that could make a plan shorter, and how long it would then be at least, nearly.
 *
 * They are kept in lists that are filled anew for every plan, since a search looks at millions of
 * them.
 */
export class ShopMoves {
  count = 0
  readonly task: Int32Array
  readonly target: Int32Array
  readonly isAfter: Uint8Array
  readonly length: Int32Array
  /**
   * One way through the plan on which nothing can be later without making all later: from `first`
   * to the end of the list.
   */
  readonly path: Int32Array
  first: number
  /** Scratch: the heads of the tasks that change places. */
  private readonly heads: Int32Array

  constructor(
    private readonly plan: Sequences,
    private readonly random: () => number,
  ) {
    const { size } = plan.shop
    this.path = new Int32Array(size)
    this.first = size
    this.heads = new Int32Array(size)
    // Along a path each task goes to the end and the start of its run at most, and these two to it.
    this.task = new Int32Array(4 * size)
    this.target = new Int32Array(4 * size)
    this.isAfter = new Uint8Array(4 * size)
    this.length = new Int32Array(4 * size)
  }

  /**
   * Finds a critical path, one of several by chance, and all moves along it: inside a run of tasks
   * on one machine one goes to the run's end or start, or its end or start goes inside (Balas and
   * Vazacopoulos, 1998; Zhang, Li, Guan and Rao, 2007). What surely closes no circle is told by
   * heads and tails alone.
   */
  find(): void {
    this.findPath()
    this.count = 0
    const {
      path,
      plan: {
        previous,
        shop: { size },
      },
    } = this
    for (let first = this.first; first < size;) {
      let last = first
      while (last + 1 < size && previous[path[last + 1] as number] === path[last]) last++
      const [start, end] = [path[first] as number, path[last] as number]
      for (let i = first; i <= last && last > first; i++) {
        const task = path[i] as number
        if (i < last && (last < size - 1 || i === first)) this.comeAfter(task, end)
        if (i > first && (first > this.first || i === last)) this.comeBefore(task, start)
        if (i > first && i < last) {
          this.comeAfter(start, task)
          this.comeBefore(end, task)
        }
      }
      first = last + 1
    }
  }

  at(i: number): ShopMove {
    return {
      task: this.task[i] as number,
      target: this.target[i] as number,
      isAfter: this.isAfter[i] === 1,
    }
  }

  private findPath(): void {
    const { path, random } = this
    const {
      head,
      waitHead,
      previous,
      nobody,
      shop: { size, duration },
    } = this.plan
    let at = this.anyLast()
    let first = size
    while (at !== nobody) {
      path[--first] = at
      const start = head[at] as number
      const earlier = previous[at] as number
      const byMachine =
        earlier !== nobody && (head[earlier] as number) + (duration[earlier] as number) === start
      const byWait = waitHead[at] === start ? this.bindingWait(at) : nobody
      at = byMachine && (byWait === nobody || random() < 0.5) ? earlier : byWait
    }
    this.first = first
  }

  /** A task with which the whole plan ends. */
  private anyLast(): number {
    const {
      head,
      latest,
      length,
      order,
      shop: { duration, size },
      nobody,
    } = this.plan
    let last = nobody
    let seen = 0
    for (let i = size - 1; i >= 0 && latest[i] === length; i--) {
      const task = order[i] as number
      if (
        (head[task] as number) + (duration[task] as number) === length &&
        this.random() * ++seen < 1
      )
        last = task
    }
    return last
  }

  /**
   * A task whose wait holds this one where it starts; `nobody` where it starts with its release.
   */
  private bindingWait(task: number): number {
    const {
      head,
      waitHead,
      nobody,
      shop: {
        before: { other, weight, another },
      },
    } = this.plan
    for (let w = task; w !== NONE; w = another[w] as number) {
      if ((head[other[w] as number] as number) + (weight[w] as number) === waitHead[task])
        return other[w] as number
    }
    return nobody
  }

  private comeAfter(task: number, target: number): void {
    if (this.canComeAfter(task, target)) this.add(task, target, 1, this.lengthAfter(task, target))
  }

  private comeBefore(task: number, target: number): void {
    if (this.canComeBefore(task, target)) this.add(task, target, 0, this.lengthBefore(task, target))
  }

  private add(task: number, target: number, isAfter: 0 | 1, length: number): void {
    const i = this.count++
    this.task[i] = task
    this.target[i] = target
    this.isAfter[i] = isAfter
    this.length[i] = length
  }

  /** No way leads from what waits for the task to the target. */
  private canComeAfter(task: number, target: number): boolean {
    const {
      tail,
      shop: {
        duration,
        after: { other, another },
      },
    } = this.plan
    for (let w = task; w !== NONE; w = another[w] as number) {
      const next = other[w] as number
      if ((tail[next] as number) >= (duration[next] as number) + (tail[target] as number))
        return false
    }
    return true
  }

  /** No way leads from the target to what the task waits for. */
  private canComeBefore(task: number, target: number): boolean {
    const {
      head,
      shop: {
        duration,
        before: { other, another },
      },
    } = this.plan
    for (let w = task; w !== NONE; w = another[w] as number) {
      if (
        (head[other[w] as number] as number) >=
        (head[target] as number) + (duration[target] as number)
      )
        return false
    }
    return true
  }

  /**
   * The longest way over the tasks that change places, as if all others kept their heads and tails.
   */
  private lengthAfter(task: number, target: number): number {
    const {
      heads,
      plan: {
        head,
        tail,
        waitHead,
        waitTail,
        previous,
        next,
        shop: { duration },
      },
    } = this
    const before = previous[task] as number
    let free = (head[before] as number) + (duration[before] as number)
    let count = 0
    for (let at = task; at !== target;) {
      at = next[at] as number
      const bound = waitHead[at] as number
      if (bound > free) free = bound
      heads[count++] = free
      free += duration[at] as number
    }
    let rest = (duration[task] as number) + (tail[next[target] as number] as number)
    if ((waitTail[task] as number) > rest) rest = waitTail[task] as number
    let longest = ((waitHead[task] as number) > free ? (waitHead[task] as number) : free) + rest
    for (let at = target; count > 0; at = previous[at] as number) {
      rest += duration[at] as number
      const bound = waitTail[at] as number
      if (bound > rest) rest = bound
      const through = (heads[--count] as number) + rest
      if (through > longest) longest = through
    }
    return longest
  }

  /** The same for a task that comes before the others. */
  private lengthBefore(task: number, target: number): number {
    const {
      heads,
      plan: {
        head,
        tail,
        waitHead,
        waitTail,
        previous,
        next,
        shop: { duration },
      },
    } = this
    const before = previous[target] as number
    let own = (head[before] as number) + (duration[before] as number)
    if ((waitHead[task] as number) > own) own = waitHead[task] as number
    let free = own + (duration[task] as number)
    let count = 0
    for (let at = target; at !== task; at = next[at] as number) {
      const bound = waitHead[at] as number
      if (bound > free) free = bound
      heads[count++] = free
      free += duration[at] as number
    }
    let rest = tail[next[task] as number] as number
    let longest = 0
    for (let at = previous[task] as number; count > 0; at = previous[at] as number) {
      rest += duration[at] as number
      const bound = waitTail[at] as number
      if (bound > rest) rest = bound
      const through = (heads[--count] as number) + rest
      if (through > longest) longest = through
    }
    rest += duration[task] as number
    const through = own + ((waitTail[task] as number) > rest ? (waitTail[task] as number) : rest)
    return through > longest ? through : longest
  }
}
