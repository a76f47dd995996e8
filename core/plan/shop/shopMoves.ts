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
      while (last + 1 < size && previous[path[last + 1]!] === path[last]) last++
      const [start, end] = [path[first]!, path[last]!]
      for (let i = first; i <= last && last > first; i++) {
        const task = path[i]!
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
      task: this.task[i]!,
      target: this.target[i]!,
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
      const start = head[at]!
      const earlier = previous[at]!
      const byMachine = earlier !== nobody && head[earlier]! + duration[earlier]! === start
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
      const task = order[i]!
      if (head[task]! + duration[task]! === length && this.random() * ++seen < 1) last = task
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
    for (let w = task; w !== NONE; w = another[w]!) {
      if (head[other[w]!]! + weight[w]! === waitHead[task]) return other[w]!
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
    for (let w = task; w !== NONE; w = another[w]!) {
      const next = other[w]!
      if (tail[next]! >= duration[next]! + tail[target]!) return false
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
    for (let w = task; w !== NONE; w = another[w]!) {
      if (head[other[w]!]! >= head[target]! + duration[target]!) return false
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
    const before = previous[task]!
    let free = head[before]! + duration[before]!
    let count = 0
    for (let at = task; at !== target;) {
      at = next[at]!
      const bound = waitHead[at]!
      if (bound > free) free = bound
      heads[count++] = free
      free += duration[at]!
    }
    let rest = duration[task]! + tail[next[target]!]!
    if (waitTail[task]! > rest) rest = waitTail[task]!
    let longest = (waitHead[task]! > free ? waitHead[task]! : free) + rest
    for (let at = target; count > 0; at = previous[at]!) {
      rest += duration[at]!
      const bound = waitTail[at]!
      if (bound > rest) rest = bound
      const through = heads[--count]! + rest
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
    const before = previous[target]!
    let own = head[before]! + duration[before]!
    if (waitHead[task]! > own) own = waitHead[task]!
    let free = own + duration[task]!
    let count = 0
    for (let at = target; at !== task; at = next[at]!) {
      const bound = waitHead[at]!
      if (bound > free) free = bound
      heads[count++] = free
      free += duration[at]!
    }
    let rest = tail[next[task]!]!
    let longest = 0
    for (let at = previous[task]!; count > 0; at = previous[at]!) {
      rest += duration[at]!
      const bound = waitTail[at]!
      if (bound > rest) rest = bound
      const through = heads[--count]! + rest
      if (through > longest) longest = through
    }
    rest += duration[task]!
    const through = own + (waitTail[task]! > rest ? waitTail[task]! : rest)
    return through > longest ? through : longest
  }
}
