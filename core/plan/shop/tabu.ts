import type { MachineShop } from './machineShop'
import type { Sequences } from './sequences'
import type { ShopMove } from './shopMoves'

/**
 * How long a pair of tasks may not change back, in moves: so many, more where machines have long
 * queues, and at most this much longer.
 */
const LEAST_TENURE = 6
const TENURE_SPREAD = 0.5

/**
 * Remembers which tasks of a machine lately changed places, so that they do not at once change
 * back.
 */
export class Tabu {
  /**
   * By pair of tasks on one machine: until which move the first may not come before the second
   * again.
   */
  private readonly until: Int32Array
  /** By task: where its row of pairs begins, and its column in the rows of others. */
  private readonly row: Int32Array
  private readonly column: Int32Array
  private readonly tenure: number
  private now = 0

  constructor(
    { size, machine, machines }: MachineShop,
    private readonly random: () => number,
  ) {
    const counts = new Int32Array(machines)
    this.column = new Int32Array(size)
    for (let task = 0; task < size; task++)
      if (machine[task] !== -1) this.column[task] = counts[machine[task]!]!++
    this.row = new Int32Array(size)
    let cells = 0
    for (let task = 0; task < size; task++) {
      this.row[task] = cells
      if (machine[task] !== -1) cells += counts[machine[task]!]!
    }
    this.until = new Int32Array(cells)
    this.tenure = LEAST_TENURE + size / Math.max(1, machines) ** 2
  }

  clear(): void {
    this.until.fill(0)
    this.now = 0
  }

  /** Whether a move would bring back what lately changed. */
  forbids(plan: Sequences, { task, target, isAfter }: ShopMove): boolean {
    for (let at = task; at !== target;) {
      at = (isAfter ? plan.next[at] : plan.previous[at]) as number
      const [first, second] = isAfter ? [at, task] : [task, at]
      if (this.until[this.row[first]! + this.column[second]!]! > this.now) return true
    }
    return false
  }

  /** Called before a move is made. */
  remember(plan: Sequences, { task, target, isAfter }: ShopMove): void {
    this.now++
    const until = this.now + Math.round(this.tenure * (1 + TENURE_SPREAD * this.random()))
    for (let at = task; at !== target;) {
      at = (isAfter ? plan.next[at] : plan.previous[at]) as number
      const [first, second] = isAfter ? [task, at] : [at, task]
      this.until[this.row[first]! + this.column[second]!] = until
    }
  }
}
