import type { Block } from '../model/blocks'
import { copyOf, Draft, type Placements } from '../model/draft'
import { blocksOfJobs, meanWeightOf, nowhere } from '../model/jobs'
import { lowerBoundOf } from '../proof/lowerBound'
import type { Model } from '../model/model'
import { refillJob, refillJobs, refillPair, withFollowers, type Move } from '../search/moves'
import { Score } from '../search/score'
import { search } from '../search/search'
import { seededRandom } from '../../seededRandom'
import type { Windows } from '../model/windows'
import { NONE } from '../model/workshop'

/**
 * What one moved task weighs: so many minutes of completion of a job of mean weight must be won by
 * it; less where somebody asks what would be better. Starting values.
 */
const MOVED_TASK_MIN = 30
const MOVED_TASK_MIN_TO_IMPROVE = 5
/** Tries without any gain after which the plan is left as it is. */
const IDLE_TRIES = 80
/** So often all that moved is tried where it lay. */
const MOST_ROUNDS = 4

const KINDS = [refillJob, refillPair, refillJobs]

/** What is taken out with a block that finds no place, by how often it found none. */
const LOOSENINGS: readonly ((draft: Draft, failed: number) => readonly number[])[] = [
  (_, failed) => [failed],
  (draft, failed) => draft.tiedByHold(failed),
  ...[180, 720, 1440, 4320].map((reachMin) => (draft: Draft, failed: number) => [
    ...draft.tiedByHold(failed),
    ...inTheWayOf(draft, draft.tiedByHold(failed), reachMin),
  ]),
  (draft) => draft.blocks.map((block) => block.index),
]

export interface RepairOptions {
  model: Model
  blocks: readonly Block[]
  windows: Windows
  /** Where the tasks lay; `NONE` for what is new. */
  earlier: Placements
  /** Tasks that a person or the hour holds where they are: their blocks are placed first. */
  pinned: readonly number[]
  /**
   * Whether jobs that stand as well as before may be improved too; else only what slips is looked
   * after.
   */
  improves: boolean
  seed: number
  /**
   * How often slipped jobs are refilled at the most, and where the plan is to improve how often
   * anything is moved.
   */
  tries: number
  /** Told the tries so far, asked whether to stop there. */
  stops: (done: number) => boolean
}

/**
 * Mends a plan in which something no longer holds, and leaves the rest where it lies.
 *
 * Pinned blocks are placed first; then, by their old start, all that can still lie where they lay.
 * What cannot, and what is new, is placed into the gaps no sooner than it was; where it finds none,
 * what follows it moves too. Then jobs that slipped are taken out and refilled with what stood in
 * their way (large neighbourhood search), and what moved is put back where that costs nothing. A
 * moved task has a price, so nothing moves for little. Where the plan is to improve, the search of
 * `search` goes on from there, since jobs refilled one by one miss what takes several at once.
 * Source: stability as a cost of its own beside the objective follows Sakkout and Wallace, "Probe
 * backtrack search for minimal perturbation in dynamic scheduling", Constraints 5 (2000).
 */
export class Repair {
  readonly current: Placements
  tries = 0
  /** The task at the head of the block that found no place. */
  stuck = NONE
  private readonly draft: Draft
  private readonly score: Score
  private readonly random: () => number
  private readonly meanWeight: number
  private readonly blocksOfJob: number[][]
  /**
   * By job, the end in the earlier plan: no gain is seen in being sooner, unless the plan is to
   * improve.
   */
  private readonly reference: Float64Array
  private cost = Infinity

  constructor(private readonly options: RepairOptions) {
    const { model, blocks, windows, earlier } = options
    this.draft = new Draft(model, blocks, windows)
    this.score = new Score(model, blocks, windows)
    this.random = seededRandom(options.seed)
    this.meanWeight = meanWeightOf(model)
    this.blocksOfJob = blocksOfJobs(this.draft)
    this.current = nowhere(model)
    this.reference = Float64Array.from(model.jobs, ({ tasks }) => {
      const isNew = options.improves || tasks.some((task) => earlier.start[task] === NONE)
      return isNew
        ? -Infinity
        : Math.max(...tasks.map((task) => earlier.start[task]! + model.tasks[task]!.duration))
    })
  }

  /** @returns whether every task has a place, which then stands in `current` */
  run(): boolean {
    if (!this.placePinned()) return false
    if (!this.placeRest(this.keepWhatStands())) return false
    this.takeAll()
    this.improve()
    this.putBackWhatNeedNotMove()
    if (this.options.improves) this.searchOn()
    return true
  }

  private placePinned(): boolean {
    const { draft, options } = this
    draft.notBefore = this.oldStarts()
    for (const block of new Set(options.pinned.map((task) => draft.blockOf[task]!))) {
      if (draft.isPlaced[block] || draft.keep(block, options.earlier) || draft.placeAlone(block))
        continue
      this.stuck = options.blocks[block]!.tasks[0]!
      return false
    }
    return true
  }

  /** @returns the blocks that could not stay, in the order in which they are to be placed */
  private keepWhatStands(): number[] {
    const { draft, options } = this
    const soonest = options.blocks.map((block) =>
      Math.min(...block.tasks.map((task) => this.wishOf(task))),
    )
    const order = options.blocks
      .map((block) => block.index)
      .sort((x, y) => soonest[x]! - soonest[y]! || x - y)
    return order.filter((block) => !draft.isPlaced[block] && !draft.keep(block, options.earlier))
  }

  /** Where a task would lie if nothing were in its way: where it lay, else as soon as it can. */
  private wishOf(task: number): number {
    const { earlier, windows } = this.options
    return earlier.start[task] === NONE ? windows.earliest[task]! : earlier.start[task]!
  }

  private oldStarts(): Float64Array {
    const { model, earlier, windows } = this.options
    return Float64Array.from(model.tasks, ({ index }) =>
      Math.min(Math.max(0, earlier.start[index]!), windows.latest[index]!),
    )
  }

  /**
   * Places blocks into the gaps; where one finds none, more and more around it is taken out and
   * placed after it.
   */
  private placeRest(displaced: number[]): boolean {
    const { draft, options } = this
    const pinned = new Set(options.pinned.map((task) => draft.blockOf[task]!))
    let queue = [...displaced]
    const failures = new Map<number, number>()
    draft.sequence = []
    while (queue.length > 0) {
      const block = queue.shift() as number
      if (draft.isPlaced[block] || draft.keep(block, options.earlier)) continue
      const failed = draft.place(block)
      if (failed === NONE) continue
      const loosen = LOOSENINGS[failures.get(failed) ?? 0]
      failures.set(failed, (failures.get(failed) ?? 0) + 1)
      if (!loosen) {
        this.stuck = options.blocks[failed]!.tasks[0]!
        return false
      }
      const isOut = new Set(
        withFollowers(draft, loosen(this.draft, failed)).filter(
          (one) => draft.isPlaced[one] && !pinned.has(one),
        ),
      )
      for (const one of isOut) draft.takeOut(one)
      draft.sequence = draft.sequence.filter((one) => !isOut.has(one))
      // Whoever is taken out for a failure may come sooner than before if that is the only way.
      for (const task of options.blocks[failed]!.tasks) (draft.notBefore as Float64Array)[task] = 0
      // Blocks that a hold ties to the one that failed may have been taken out with it.
      const others = options.blocks.map(({ index }) => index).filter((one) => !draft.isPlaced[one])
      queue = [
        ...new Set([failed, block, ...others.sort((x, y) => this.headOf(x) - this.headOf(y))]),
      ]
    }
    draft.notBefore = null
    return true
  }

  private headOf = (block: number) => this.wishOf(this.options.blocks[block]!.tasks[0]!)

  private improve(): void {
    const { draft, options, blocksOfJob, random } = this
    let idle = 0
    while (idle < IDLE_TRIES && this.tries < options.tries && !options.stops(this.tries)) {
      const job = this.anySlippedJob()
      if (job === NONE) return
      this.tries++
      const make = KINDS[Math.floor(random() * KINDS.length)]!
      const move: Move = make({
        draft,
        order: draft.sequence,
        blocksOfJob,
        random,
        anyJob: () => job,
      })
      idle = 'takeOut' in move && this.refill(move.takeOut) ? 0 : idle + 1
    }
  }

  /** Looks for a better plan by moving anything, and takes it where it is worth what it moves. */
  private searchOn(): void {
    const { model, blocks, windows, seed, tries, stops } = this.options
    const [before, cost, done] = [copyOf(this.current), this.cost, this.tries]
    const { best, iterations } = search({
      model,
      blocks,
      windows,
      bound: lowerBoundOf(model, windows.earliest),
      seed,
      from: before,
      progress: (more) => (stops(done + more) ? 1 : more / tries),
    })
    this.tries += iterations
    if (best === null) return
    this.layOut(best.placements)
    this.putBackWhatNeedNotMove()
    if (this.cost >= cost) this.layOut(before)
  }

  private layOut(placements: Placements): void {
    const { draft, options } = this
    const headStart = (block: number) => placements.start[options.blocks[block]!.tasks[0]!]!
    const all = options.blocks.map((block) => block.index)
    for (const block of all) draft.takeOut(block)
    for (const block of [...all].sort((x, y) => headStart(x) - headStart(y) || x - y))
      draft.putBack(block, placements)
    this.takeAll()
  }

  private takeAll(): void {
    const all = this.options.blocks.map((block) => block.index)
    this.draft.sequence = all
    this.scoreAnew()
    this.take(all)
  }

  /** A job that costs more than it did, by how much; `NONE` where none does. */
  private anySlippedJob(): number {
    const { model } = this.options
    let chosen = NONE
    let sum = 0
    for (let job = 0; job < model.jobs.length; job++) {
      const reference = this.reference[job]!
      const excess =
        reference === -Infinity
          ? this.score.excess(job, true)
          : this.jobCost(job) - this.score.costOf(job, reference)
      if (excess <= 0) continue
      sum += excess
      if (this.random() * sum < excess) chosen = job
    }
    return chosen
  }

  private refill(blocks: readonly number[]): boolean {
    const { draft } = this
    for (let i = blocks.length - 1; i >= 0; i--) draft.takeOut(blocks[i]!)
    draft.sequence = []
    const isWhole = blocks.every((block) => draft.place(block) === NONE)
    const placed = draft.sequence
    draft.sequence = this.options.blocks.map((block) => block.index)
    if (isWhole) {
      this.scoreAnew()
      if (this.costNow() < this.cost) {
        this.take(placed)
        return true
      }
    }
    this.bringBack(placed, blocks)
    return false
  }

  /**
   * What moved goes back to where it lay if that makes nothing worse: job by job, then piece of
   * work by piece of work, as long as something does.
   */
  private putBackWhatNeedNotMove(): void {
    const { blocks } = this.options
    const byOldStart = (some: readonly number[]) =>
      [...some].sort((x, y) => this.headOf(x) - this.headOf(y) || x - y)
    const groups = [
      ...this.blocksOfJob.map(byOldStart),
      ...byOldStart(blocks.map((block) => block.index)).map((block) => [block]),
    ]
    for (let rounds = 0; rounds < MOST_ROUNDS; rounds++) {
      let goesOn = false
      for (const group of groups) {
        const moved = group.filter((block) =>
          blocks[block]!.tasks.some((task) => this.hasMoved(task)),
        )
        if (moved.length > 0 && this.putBack(moved)) goesOn = true
      }
      if (!goesOn) return
    }
  }

  private putBack(moved: readonly number[]): boolean {
    const { draft, options } = this
    for (const block of moved) draft.takeOut(block)
    const kept = moved.filter((block) => draft.keep(block, options.earlier))
    if (kept.length === moved.length) {
      this.scoreAnew()
      if (this.costNow() <= this.cost) {
        this.take(moved)
        return true
      }
    }
    this.bringBack(kept, moved)
    return false
  }

  /**
   * Takes out what was tried, and puts what was taken out for it where it lies in the present plan.
   */
  private bringBack(placed: readonly number[], blocks: readonly number[]): void {
    for (const block of placed) this.draft.takeOut(block)
    for (const block of blocks) this.draft.putBack(block, this.current)
    this.scoreAnew()
  }

  private take(blocks: readonly number[]): void {
    const { workshop } = this.draft
    for (const block of blocks) {
      for (const task of this.options.blocks[block]!.tasks) {
        this.current.start[task] = workshop.start[task]!
        this.current.maker[task] = workshop.maker[task]!
        this.current.spot[task] = workshop.spot[task]!
      }
    }
    this.cost = this.costNow()
  }

  private scoreAnew(): void {
    this.score.clear()
    for (const { index } of this.options.blocks) this.score.add(index, this.draft.workshop.start)
  }

  private jobCost(job: number): number {
    return this.score.costOf(job, Math.max(this.score.end[job]!, this.reference[job]!))
  }

  private costNow(): number {
    const { model } = this.options
    let cost = 0
    for (let job = 0; job < model.jobs.length; job++) cost += this.jobCost(job)
    let moved = 0
    for (let task = 0; task < model.tasks.length; task++) if (this.hasMoved(task)) moved++
    return (
      cost +
      moved * (this.options.improves ? MOVED_TASK_MIN_TO_IMPROVE : MOVED_TASK_MIN) * this.meanWeight
    )
  }

  /** Whether a task that was planned lies at another time or in other hands than before. */
  private hasMoved(task: number): boolean {
    const { earlier } = this.options
    const { workshop } = this.draft
    const before = earlier.start[task]!
    return (
      before !== NONE &&
      (before !== workshop.start[task] || earlier.maker[task] !== workshop.maker[task])
    )
  }
}

/**
 * What lies where blocks could lie as soon as the blocks before them allow, and so many minutes
 * after.
 */
function inTheWayOf(draft: Draft, blocks: readonly number[], reachMin: number): number[] {
  const { model, workshop, windows } = draft
  const found = new Set<number>()
  for (const index of blocks.flatMap((block) => draft.blocks[block]!.tasks)) {
    const from = Math.max(
      windows.earliest[index]!,
      ...(model.incoming[index] ?? []).map((edge) =>
        workshop.start[edge.from] === NONE ? 0 : workshop.start[edge.from]! + edge.weight,
      ),
    )
    for (let other = 0; other < model.tasks.length; other++) {
      if (
        workshop.isInTheWay(
          other,
          model.tasks[index]!,
          from,
          from + reachMin + model.tasks[index]!.duration,
        )
      )
        found.add(draft.blockOf[other]!)
    }
  }
  return [...found]
}
