import { blocksOf, type Block } from './blocks'
import type { Model } from './model'
import type { Windows } from './windows'
import { NONE, noHolds, Workshop, type LeastHolds } from './workshop'

/**
 * A block that keeps failing is given up after this many raises per task, or placings anew per
 * task, which bounds the work in large blocks; the search tries another order.
 */
const RAISES_PER_TASK = 60
const PLACINGS_PER_TASK = 300

/**
 * Where the tasks of a plan lie, by task: minute, maker (`NONE` where it needs none), which of its
 * spots.
 */
export interface Placements {
  start: Int32Array
  maker: Int32Array
  spot: Int32Array
}

export const copyOf = ({ start, maker, spot }: Placements): Placements => ({
  start: start.slice(),
  maker: maker.slice(),
  spot: spot.slice(),
})

/**
 * A block that can only be placed together with others because of a mould or a place they hold
 * between them.
 */
interface Bundle {
  /** All tasks of its blocks, tied by lags and holds. */
  whole: Block
  blocks: number[]
}

/** A draft as it stood after so many blocks. */
export interface Checkpoint {
  position: number
  workshop: Workshop
  isPlaced: Uint8Array
}

/**
 * A plan in the making: blocks are placed one after another, each task at its earliest place and
 * time, and taken out again.
 *
 * Serial schedule generation for minimum and maximum lags. Where a task finds room only after the
 * latest start that a task already placed in its block allows, that task is raised by the
 * difference and everything of the block from there on is placed anew (the unscheduling step of
 * Franck, Neumann and Schwindt, 2001). A mould is taken to be held, and a place to be kept, for the
 * shortest time its waits allow until the task that gives it back is placed. Where that task then
 * comes too late for the next use, all blocks tied by the hold are placed anew, together.
 */
export class Draft {
  readonly workshop: Workshop
  /** Blocks in the order in which they were placed. */
  sequence: number[] = []
  /** Blocks before this position in the sequence stay as they are. */
  floor = 0
  /**
   * The blocks that `place` placed together, because of a hold; empty where it placed one after
   * another.
   */
  together: readonly number[] = []
  /**
   * By task: placed anew it comes no sooner, though it could; null where all come as soon as they
   * can.
   */
  notBefore: Float64Array | null = null
  readonly isPlaced: Uint8Array
  readonly blockOf: Int32Array
  private readonly least: LeastHolds
  private readonly bundles: Bundle[] = []
  /** By block: its bundle, or `NONE`. */
  private readonly bundleOf: Int32Array
  /** By task: a start it may not come before, while its block is being placed. */
  private readonly atLeast: Float64Array
  /** Whether the last block that was not placed failed for what another block holds. */
  private clashed = false

  constructor(
    readonly model: Model,
    readonly blocks: readonly Block[],
    readonly windows: Windows,
  ) {
    const size = model.tasks.length
    this.isPlaced = new Uint8Array(blocks.length)
    this.atLeast = new Float64Array(size)
    this.blockOf = new Int32Array(size)
    for (const block of blocks) for (const task of block.tasks) this.blockOf[task] = block.index
    this.bundleOf = new Int32Array(blocks.length).fill(NONE)
    const wholes = blocksOf(model, windows, 'holds')
    for (const whole of wholes) {
      const own = [...new Set(whole.tasks.map((task) => this.blockOf[task]!))]
      if (own.length < 2) continue
      for (const block of own) this.bundleOf[block] = this.bundles.length
      this.bundles.push({ whole, blocks: own })
    }
    this.least = leastHolds(model, wholes)
    this.workshop = new Workshop(model, this.least)
  }

  /**
   * Places a block, and before it those that must come first.
   * @returns `NONE`, or the block that found no place
   */
  place(index: number): number {
    if (this.isPlaced[index]) return NONE
    const failed = this.placeBefore(index)
    if (failed !== NONE) return failed
    this.clashed = false
    if (this.placeTasks(this.blocks[index]!)) {
      this.isPlaced[index] = 1
      this.sequence.push(index)
      return NONE
    }
    return this.clashed && this.placeTogether(this.bundles[this.bundleOf[index]!]!) ? NONE : index
  }

  /**
   * Places a block where what is placed already allows, though some that must come before it may
   * not be placed yet.
   */
  placeAlone(index: number): boolean {
    if (!this.placeTasks(this.blocks[index]!)) return false
    this.isPlaced[index] = 1
    this.sequence.push(index)
    return true
  }

  private placeBefore(index: number): number {
    const { after } = this.blocks[index]!
    for (let i = 0; i < after.length; i++) {
      const failed = this.isPlaced[after[i]!] ? NONE : this.place(after[i]!)
      if (failed !== NONE) return failed
    }
    return NONE
  }

  /** Places all blocks of a bundle anew; the plan is only good for the bin where that fails. */
  private placeTogether({ whole, blocks }: Bundle): boolean {
    const placed = blocks.filter((block) => this.isPlaced[block])
    const kept = this.sequence.filter((block, i) => i < this.floor || !placed.includes(block))
    if (kept.length !== this.sequence.length - placed.length) return false
    for (const block of placed) this.takeOut(block)
    this.sequence = kept
    for (const block of blocks)
      for (const before of this.blocks[block]!.after)
        if (!blocks.includes(before) && this.place(before) !== NONE) return false
    if (!this.placeTasks(whole)) return false
    for (const block of blocks) this.isPlaced[block] = 1
    this.sequence.push(...blocks)
    this.together = blocks
    return true
  }

  newCheckpoint(): Checkpoint {
    return {
      position: 0,
      workshop: new Workshop(this.model, this.least),
      isPlaced: new Uint8Array(this.blocks.length),
    }
  }

  save(checkpoint: Checkpoint): void {
    checkpoint.position = this.sequence.length
    checkpoint.workshop.copyFrom(this.workshop)
    checkpoint.isPlaced.set(this.isPlaced)
  }

  /**
   * @param sequence the order in which the blocks of the checkpoint were placed; what comes after
   * them is left out
   */
  load({ position, workshop, isPlaced }: Checkpoint, sequence: readonly number[]): void {
    this.workshop.copyFrom(workshop)
    this.isPlaced.set(isPlaced)
    this.sequence = sequence.slice(0, position)
  }

  /** Takes a block out; the sequence is the caller's affair. */
  takeOut(index: number): void {
    const { tasks } = this.blocks[index]!
    for (let i = tasks.length - 1; i >= 0; i--) this.workshop.remove(tasks[i]!)
    this.isPlaced[index] = 0
  }

  /** Puts a block where it lay in an earlier plan. */
  putBack(index: number, earlier: Placements): void {
    const { tasks } = this.blocks[index]!
    for (let i = 0; i < tasks.length; i++) {
      const task = tasks[i]!
      this.workshop.put(task, earlier.start[task]!, earlier.maker[task]!, earlier.spot[task]!)
    }
    this.isPlaced[index] = 1
  }

  /** Puts a block where it lay in an earlier plan if it can still lie there. */
  keep(index: number, earlier: Placements): boolean {
    const { workshop, model, windows } = this
    const block = this.blocks[index]!
    for (let i = 0; i < block.tasks.length; i++) {
      const task = model.tasks[block.tasks[i]!]!
      const [start, maker, spot] = [
        earlier.start[task.index]!,
        earlier.maker[task.index]!,
        earlier.spot[task.index]!,
      ]
      const soonest = Math.max(windows.earliest[task.index]!, this.earliestStart(task.index))
      const latest = Math.min(windows.latest[task.index]!, this.latestStart(task.index))
      const isAble = task.attended ? task.makers.includes(maker) : maker === NONE
      if (
        start === NONE ||
        start < soonest ||
        start > latest ||
        !isAble ||
        !workshop.fitsAt(task, start, maker, spot)
      )
        return this.giveUp(block, i)
      workshop.put(task.index, start, maker, spot)
      if (workshop.holdClash(task) !== NONE) return this.giveUp(block, i + 1)
    }
    this.isPlaced[index] = 1
    this.sequence.push(index)
    return true
  }

  /** Blocks that a hold ties to this one, itself among them. */
  tiedByHold(index: number): readonly number[] {
    return this.bundles[this.bundleOf[index]!]?.blocks ?? [index]
  }

  private placeTasks(block: Block): boolean {
    const { workshop, model, atLeast } = this
    const { tasks, distance } = block
    const size = tasks.length
    for (let i = 0; i < size; i++)
      atLeast[tasks[i]!] = Math.max(this.earliestStart(tasks[i]!), this.notBefore?.[tasks[i]!] ?? 0)
    let raises = RAISES_PER_TASK * size
    let placings = PLACINGS_PER_TASK * size
    let i = 0
    while (i < size) {
      const task = model.tasks[tasks[i]!]!
      let from = atLeast[task.index]!
      let to = Infinity
      let heldBy = NONE
      for (let j = 0; j < i; j++) {
        const start = workshop.start[tasks[j]!]!
        const bound = start + distance[j * size + i]!
        if (bound > from) from = bound
        const closes = start - distance[i * size + j]!
        if (closes < to) {
          to = closes
          heldBy = j
        }
      }
      if (!workshop.find(task, from) || workshop.foundStart > this.windows.latest[task.index]!)
        return this.giveUp(block, i)
      let first = heldBy
      let start: number
      if (workshop.foundStart > to)
        start = workshop.start[tasks[heldBy]!]! + workshop.foundStart - to
      else if (workshop.foundStart > this.latestStart(task.index)) return this.giveUp(block, i)
      else {
        workshop.put(
          task.index,
          workshop.foundStart,
          task.attended ? workshop.foundMaker : NONE,
          workshop.foundSpot,
        )
        i++
        const clash = workshop.holdClash(task)
        if (clash === NONE) continue
        first = tasks.indexOf(clash)
        start = workshop.foundStart
        if (first < 0) {
          this.clashed = true
          return this.giveUp(block, i)
        }
      }
      if (start > model.horizon || raises-- <= 0 || placings <= 0) return this.giveUp(block, i)
      atLeast[tasks[first]!] = Math.max(atLeast[tasks[first]!]!, start)
      placings -= i - first + 1
      while (i > first) workshop.remove(tasks[--i]!)
    }
    return true
  }

  private giveUp(block: Block, placed: number): false {
    for (let i = placed - 1; i >= 0; i--) this.workshop.remove(block.tasks[i]!)
    return false
  }

  /** The earliest start that tasks placed already allow. */
  private earliestStart(task: number): number {
    let bound = this.windows.earliest[task]!
    const incoming = this.model.incoming[task]!
    for (let i = 0; i < incoming.length; i++) {
      const { from, weight } = incoming[i]!
      const start = this.workshop.start[from]!
      if (start !== NONE && start + weight > bound) bound = start + weight
    }
    return bound
  }

  /** The latest start that tasks allow which are placed already though they come after. */
  private latestStart(task: number): number {
    let bound = Infinity
    const outgoing = this.model.outgoing[task]!
    for (let i = 0; i < outgoing.length; i++) {
      const { to, weight } = outgoing[i]!
      const start = this.workshop.start[to]!
      if (start !== NONE && start - weight < bound) bound = start - weight
    }
    return bound
  }
}

/** The least minutes to the end of the task that gives a mould back, and to the start of one that lifts. */
function leastHolds(model: Model, wholes: readonly Block[]): LeastHolds {
  const { tasks } = model
  const least = noHolds(model)
  for (const { tasks: own, distance } of wholes) {
    const far = (i: number, until: number) => distance[i * own.length + own.indexOf(until)]!
    own.forEach((index, i) => {
      const { mould, liesUntil } = tasks[index]!
      const until = mould?.until ?? index
      least.mouldMin[index] = Math.max(0, far(i, until) + tasks[until]!.duration)
      least.placeMin[index] = Math.max(0, far(i, liesUntil))
    })
  }
  return least
}
