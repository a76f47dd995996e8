import { NONE } from '../model/workshop'
import type { MachineShop, Waits } from './machineShop'

/**
 * The order of the tasks on every machine, and the plan that follows from it: every task as soon as
 * it can.
 *
 * Waits and machine orders together are a graph without circles (the disjunctive graph: Roy and
 * Sussmann, 1964). A task's head is the longest way to its start, its tail the longest way from its
 * start to the end of all; where the two add up to the length of the plan the task is critical.
 */
export class Sequences {
  readonly head: Int32Array
  readonly tail: Int32Array
  /** Head by releases and waits alone, without the machine; and tail likewise. */
  readonly waitHead: Int32Array
  readonly waitTail: Int32Array
  /** The task before and after on the same machine; `nobody` where there is none. */
  readonly previous: Int32Array
  readonly next: Int32Array
  /**
   * All tasks so that none comes before what it must follow, and where each stands in that order.
   */
  readonly order: Int32Array
  readonly rank: Int32Array
  length = 0
  /** The number of a task that is nobody's: it starts and ends at 0, and nothing comes after it. */
  readonly nobody: number
  /** By rank: the latest end so far in the order. */
  readonly latest: Int32Array
  private readonly isReached: Uint8Array
  /** Scratch: a stretch of the order while it is rearranged. */
  private readonly stretch: Int32Array

  constructor(readonly shop: MachineShop) {
    const nobody = shop.size
    const fresh = (fill = 0) => new Int32Array(shop.size + 1).fill(fill)
    this.nobody = nobody
    this.head = fresh()
    this.tail = fresh()
    this.waitHead = fresh()
    this.waitTail = fresh()
    this.previous = fresh(nobody)
    this.next = fresh(nobody)
    this.order = new Int32Array(shop.size)
    this.rank = fresh()
    this.stretch = fresh()
    this.latest = fresh()
    this.isReached = new Uint8Array(shop.size + 1)
  }

  /** Takes over an order of all tasks in which none comes before what it must follow. */
  load(order: ArrayLike<number>): void {
    const { shop, previous, next, rank, nobody } = this
    const last = new Int32Array(shop.machines).fill(nobody)
    this.order.set(order)
    for (let i = 0; i < shop.size; i++) {
      const task = this.order[i]!
      const machine = shop.machine[task]!
      rank[task] = i
      previous[task] = next[task] = nobody
      if (machine === NONE) continue
      const before = last[machine]!
      previous[task] = before
      next[before] = task
      last[machine] = task
    }
    this.workOut(0, shop.size - 1)
  }

  /**
   * Puts a task right after another one of its machine, or right before it.
   * @returns false, with nothing changed, where that would close a circle
   */
  move(task: number, target: number, isAfter: boolean): boolean {
    const { previous, next } = this
    const [oldPrevious, oldNext] = [previous[task]!, next[task]!]
    this.unlink(task)
    if (isAfter) this.link(task, target, next[target]!)
    else this.link(task, previous[target]!, target)
    if (isAfter ? this.orderAfter(task, target) : this.orderBefore(task, target)) return true
    this.unlink(task)
    this.link(task, oldPrevious, oldNext)
    return false
  }

  private unlink(task: number): void {
    const [before, after] = [this.previous[task]!, this.next[task]!]
    this.next[before] = after
    this.previous[after] = before
  }

  private link(task: number, before: number, after: number): void {
    this.previous[task] = before
    this.next[task] = after
    this.next[before] = task
    this.previous[after] = task
  }

  /** Brings a task, and what follows it, behind its new forerunner in the order of all. */
  private orderAfter(task: number, target: number): boolean {
    const { order, rank, isReached, shop, previous } = this
    const [from, to] = [rank[task]!, rank[target]!]
    isReached[task] = 1
    for (let i = from + 1; i <= to; i++) {
      const at = order[i]!
      if (this.isAnyReached(shop.before, at, previous[at]!)) isReached[at] = 1
    }
    return this.reorder(from, to, target, 0)
  }

  /** Brings a task, and what it follows, before its new follower in the order of all. */
  private orderBefore(task: number, target: number): boolean {
    const { order, rank, isReached, shop, next } = this
    const [from, to] = [rank[target]!, rank[task]!]
    isReached[task] = 1
    for (let i = to - 1; i >= from; i--) {
      const at = order[i]!
      if (this.isAnyReached(shop.after, at, next[at]!)) isReached[at] = 1
    }
    return this.reorder(from, to, target, 1)
  }

  private isAnyReached({ other, another }: Waits, task: number, onMachine: number): boolean {
    const { isReached } = this
    if (isReached[onMachine] === 1) return true
    for (let w = task; w !== NONE; w = another[w]!) if (isReached[other[w]!] === 1) return true
    return false
  }

  /**
   * Puts those of a stretch first that were (1) or were not (0) reached; the target must not be,
   * that would be a circle.
   */
  private reorder(from: number, to: number, target: number, first: 0 | 1): boolean {
    const { order, rank, isReached, stretch } = this
    const isCircle = isReached[target] === 1
    let count = 0
    if (!isCircle) {
      for (let i = from; i <= to; i++)
        if (isReached[order[i]!] === first) stretch[count++] = order[i]!
      for (let i = from; i <= to; i++)
        if (isReached[order[i]!] !== first) stretch[count++] = order[i]!
    }
    for (let i = 0; i < count; i++) {
      const task = stretch[i]!
      order[from + i] = task
      rank[task] = from + i
    }
    for (let i = from; i <= to; i++) isReached[order[i]!] = 0
    if (!isCircle) this.workOut(from, to)
    return !isCircle
  }

  /** Heads from one rank on, tails from another one back, and the length of it all. */
  private workOut(from: number, to: number): void {
    this.workOutHeads(from)
    this.workOutTails(to)
    this.length = this.latest[this.shop.size - 1]!
  }

  private workOutHeads(from: number): void {
    const { order, head, waitHead, previous, latest } = this
    const { duration, size } = this.shop
    const { other, weight, another } = this.shop.before
    let last = from === 0 ? 0 : latest[from - 1]!
    for (let i = from; i < size; i++) {
      const task = order[i]!
      let start = head[other[task]!]! + weight[task]!
      for (let w = another[task]!; w !== NONE; w = another[w]!) {
        const bound = head[other[w]!]! + weight[w]!
        if (bound > start) start = bound
      }
      waitHead[task] = start
      const earlier = previous[task]!
      const free = head[earlier]! + duration[earlier]!
      if (free > start) start = free
      head[task] = start
      start += duration[task]!
      if (start > last) last = start
      latest[i] = last
    }
  }

  private workOutTails(to: number): void {
    const { order, tail, waitTail, next } = this
    const { duration } = this.shop
    const { other, weight, another } = this.shop.after
    for (let i = to; i >= 0; i--) {
      const task = order[i]!
      let rest = tail[other[task]!]! + weight[task]!
      for (let w = another[task]!; w !== NONE; w = another[w]!) {
        const bound = tail[other[w]!]! + weight[w]!
        if (bound > rest) rest = bound
      }
      waitTail[task] = rest
      const busy = duration[task]! + tail[next[task]!]!
      if (busy > rest) rest = busy
      tail[task] = rest
    }
  }
}
