import type { Block } from './blocks'
import { Draft, type Placements } from './draft'
import type { Model, ModelTask } from './model'
import { compareObjectives } from './objective'
import { obstaclesOf, type Obstacle } from './obstacles'
import { Score } from './score'
import { seededRandom } from './seededRandom'
import type { PlanObjective } from './types'
import type { Windows } from './windows'
import { NONE } from './workshop'

export interface Found {
  placements: Placements
  objective: PlanObjective
}

export interface SearchOptions {
  model: Model
  blocks: readonly Block[]
  windows: Windows
  bound: { weightedTardinessMin: number; weightedCompletionMin: number }
  seed: number
  /** Asked before each iteration with the number done so far: how much of the limit is used up, 1 at its end. */
  progress: (iterations: number) => number
}

/** At the start a plan that is worse by this share of the first one's cost is taken as often as not; at the end none is. */
const FIRST_TEMPERATURE = Number(process.env.FT ?? 0.0006)
const REINSERT = Number(process.env.RI ?? 0.5)
const LAST_TEMPERATURE = 0.000002

/**
 * Looks for better plans by placing blocks in other orders, until told to stop.
 *
 * Starts from the classic priority rules. Then simulated annealing (Kirkpatrick, Gelatt and Vecchi, 1983) over the order
 * of blocks; most moves follow one job back from its end and put something that waited before what stood in its way.
 * Only what comes after the changed place in the order is placed anew, and that is broken off as soon as the plan cannot
 * be taken any more.
 * @returns the best plan, and without one the task at the head of the block that most often found no place
 */
export function search(options: SearchOptions): { best: Found | null; iterations: number; stuck: number | null } {
  return new Search(options).run()
}

class Search {
  private readonly draft: Draft
  private readonly score: Score
  private readonly random: () => number
  private readonly current: Placements
  private order: number[] = []
  private cost = Infinity
  private best: Found | null = null
  private iterations = 0
  private readonly failures: Int32Array
  /** By job, the completion in the present plan. */
  private readonly ends: Float64Array
  private readonly blocksOfJob: number[][]

  constructor(private readonly options: SearchOptions) {
    const { model, blocks, windows } = options
    this.draft = new Draft(model, blocks, windows)
    this.score = new Score(model, blocks, windows)
    this.random = seededRandom(options.seed)
    this.current = emptyPlacements(model.tasks.length)
    this.failures = new Int32Array(blocks.length)
    this.ends = new Float64Array(model.jobs.length)
    this.blocksOfJob = model.jobs.map((job) => [...new Set(job.tasks.map((task) => this.draft.blockOf[task] as number))])
  }

  run(): { best: Found | null; iterations: number; stuck: number | null } {
    const { model, blocks, windows, progress } = this.options
    for (const start of startingOrders(model, blocks, windows)) {
      if (this.isDone()) break
      this.iterations++
      this.tryAnew(start)
    }
    let unlucky = blocks.map((block) => block.index)
    while (!this.best && progress(this.iterations) < 1) {
      this.iterations++
      unlucky = this.withFailedFirst(unlucky)
      this.tryAnew(unlucky)
    }
    while (this.best && !this.isDone()) this.step()
    const worst = this.failures.indexOf(Math.max(...this.failures))
    return { best: this.best, iterations: this.iterations, stuck: this.best ? null : (blocks[worst]?.tasks[0] ?? null) }
  }

  private isDone(): boolean {
    if (this.best && compareObjectives({ ...this.options.bound, makespanMin: 0 }, this.best.objective) === 0) return true
    return this.iterations > 0 && this.options.progress(this.iterations) >= 1
  }

  private step(): void {
    const done = this.options.progress(this.iterations)
    this.iterations++
    const temperature = this.cost * FIRST_TEMPERATURE * (LAST_TEMPERATURE / FIRST_TEMPERATURE) ** done
    const limit = this.cost - temperature * Math.log(1 - this.random())
    if (this.random() < REINSERT) this.reinsert(this.toReinsert(), limit)
    else this.rebuild(this.changed(), limit)
  }

  /** Places everything in an order, and keeps the plan where it is better than the one before. */
  private tryAnew(order: readonly number[]): void {
    this.rebuild(order, this.cost)
  }

  /** Places anew what an order puts elsewhere; keeps the result within the limit, else brings back the plan before. */
  private rebuild(order: readonly number[], limit: number): void {
    const { draft, score } = this
    let first = 0
    while (first < this.order.length && order[first] === this.order[first]) first++
    if (first === order.length) return
    while (draft.sequence.length > first) draft.takeOutLast()
    draft.floor = first
    score.clear()
    for (const block of draft.sequence) score.add(block, draft.workshop.start)
    if (this.placeAll(order, first, limit)) return this.accept(draft.sequence.slice(first), [...draft.sequence])
    while (draft.sequence.length > first) draft.takeOutLast()
    this.bringBack(this.order.slice(first))
  }

  /** Takes blocks out and places them anew in the gaps, in their new order; the others stay where they are. */
  private reinsert(blocks: readonly number[], limit: number): void {
    const { draft, score, order } = this
    const jobs = new Set(blocks.flatMap((block) => (this.options.blocks[block] as Block).tasks.map((task) => this.options.model.tasks[task]?.job as number)))
    for (let i = blocks.length - 1; i >= 0; i--) draft.takeOut(blocks[i] as number)
    for (const job of jobs) score.renew(job, draft.workshop.start)
    draft.sequence = []
    draft.floor = 0
    if (this.placeAll(blocks, 0, limit)) return this.accept(draft.sequence, this.merged(draft.sequence))
    while (draft.sequence.length > 0) draft.takeOutLast()
    draft.sequence = [...order]
    this.bringBack(blocks)
  }

  /** @returns whether all found a place and the plan costs no more than the limit */
  private placeAll(order: readonly number[], first: number, limit: number): boolean {
    const { draft, score } = this
    const { model, blocks } = this.options
    let failed = NONE
    for (let i = first; i < order.length && failed === NONE && score.total <= limit; i++) {
      const from = draft.sequence.length
      draft.together = []
      failed = draft.place(order[i] as number)
      for (let j = Math.max(0, from - draft.together.length); j < draft.sequence.length; j++) score.add(draft.sequence[j] as number, draft.workshop.start)
      for (const block of draft.together) for (const task of (blocks[block] as Block).tasks) score.renew((model.tasks[task] as ModelTask).job, draft.workshop.start)
    }
    if (failed !== NONE) this.failures[failed]!++
    return failed === NONE && score.total <= limit
  }

  /** Puts blocks where they lay in the present plan. */
  private bringBack(blocks: readonly number[]): void {
    for (const block of blocks) this.draft.putBack(block, this.current)
    this.draft.sequence = [...this.order]
    this.score.end.set(this.ends)
    this.score.total = this.cost
  }

  private accept(changed: readonly number[], order: number[]): void {
    const { draft, current, score } = this
    for (const block of changed) for (const task of (this.options.blocks[block] as Block).tasks) copyPlacement(draft.workshop, current, task)
    this.order = order
    draft.sequence = [...order]
    this.cost = score.total
    this.ends.set(score.end)
    const sums = { ...score.sums(), makespanMin: 0 }
    if (this.best && compareObjectives(sums, this.best.objective) >= 0) return
    const placements: Placements = { start: current.start.slice(), maker: current.maker.slice(), spot: current.spot.slice() }
    this.best = { placements, objective: sums }
  }

  /** The present order with some blocks moved to where their new starts belong. */
  private merged(blocks: readonly number[]): number[] {
    const startOf = (block: number) => this.draft.workshop.start[(this.options.blocks[block] as Block).tasks[0] as number] as number
    const isMoved = new Set(blocks)
    const order = this.order.filter((block) => !isMoved.has(block))
    for (const block of blocks) {
      const start = startOf(block)
      let at = order.length
      while (at > 0 && startOf(order[at - 1] as number) > start) at--
      order.splice(at, 0, block)
    }
    return order
  }

  /** Blocks to take out, with all that must come after them, in the order in which they are placed again. */
  private toReinsert(): number[] {
    const { random } = this
    const job = this.anyJob()
    const obstacles = obstaclesOf(this.draft, job)
    const way = random()
    if (obstacles.length === 0 || way < 0.15) return this.withFollowers(this.blocksOfJob[job] as number[])
    const { waiting, inTheWay } = obstacles[Math.floor(random() * obstacles.length)] as Obstacle
    if (way < 0.55) return this.withFollowers([waiting, inTheWay])
    const jobs = [job]
    const most = 2 + Math.floor(random() * 4)
    for (let i = 0; i < 3 * most && jobs.length < most; i++) {
      const other = (this.options.blocks[(obstacles[Math.floor(random() * obstacles.length)] as Obstacle).inTheWay] as Block).job
      if (!jobs.includes(other)) jobs.splice(random() < 0.5 ? jobs.length : 1 + Math.floor(random() * jobs.length), 0, other)
    }
    return this.withFollowers(jobs.flatMap((one) => this.blocksOfJob[one] as number[]))
  }

  private withFollowers(blocks: readonly number[]): number[] {
    const all = new Set<number>()
    const visit = (block: number): void => {
      if (all.has(block)) return
      all.add(block)
      for (const next of (this.options.blocks[block] as Block).before) visit(next)
    }
    for (const block of blocks) visit(block)
    return [...all]
  }

  /** An order near the present one. */
  private changed(): number[] {
    const { blocks } = this.options
    const { order, random } = this
    if (random() < 0.7) {
      const obstacles = obstaclesOf(this.draft, this.anyJob())
      if (obstacles.length > 0) return this.around(obstacles[Math.floor(random() * obstacles.length)] as Obstacle)
    }
    const from = Math.floor(random() * order.length)
    const reach = 1 + Math.floor(random() ** 2 * Math.min(60, order.length))
    const to = Math.max(0, Math.min(order.length - 1, from + (random() < 0.6 ? -reach : reach)))
    if (random() < 0.5) return moved(order, [order[from] as number], order[to] as number, to > from)
    const { job } = blocks[order[from] as number] as Block
    return moved(order, this.blocksOfJob[job] as number[], order[to] as number, to > from)
  }

  /** A job by what it costs above its least, late ones most of all. */
  private anyJob(): number {
    const { jobs } = this.options.model
    let chosen = 0
    let sum = 0
    for (let job = 0; job < jobs.length; job++) {
      const excess = this.score.excess(job)
      sum += excess
      if (excess > 0 && this.random() * sum < excess) chosen = job
    }
    return chosen
  }

  private around({ waiting, inTheWay }: Obstacle): number[] {
    const { order } = this
    const way = this.random()
    if (way < 0.5) return moved(order, [waiting], inTheWay, false)
    if (way < 0.75) return moved(order, [inTheWay], waiting, true)
    const { job } = this.options.blocks[waiting] as Block
    return moved(order, this.blocksOfJob[job] as number[], inTheWay, false)
  }

  /** Brings the block that failed most often to the front, with some chance. */
  private withFailedFirst(order: readonly number[]): number[] {
    const { random } = this
    const ranks = order.map((block, i) => ({ block, rank: i - (this.failures[block] as number) * random() * order.length + random() * 3 }))
    return ranks.sort((x, y) => x.rank - y.rank).map(({ block }) => block)
  }
}

/** The order with some blocks moved next to another; those of them that stand on the far side already stay. */
function moved(order: readonly number[], blocks: readonly number[], target: number, after: boolean): number[] {
  const at = order.indexOf(target)
  const moving = new Set(blocks.filter((block) => block !== target))
  const inOrder = order.filter((block, i) => moving.has(block) && (after ? i < at : i > at))
  const isMoving = new Set(inOrder)
  return order.flatMap((block) => {
    if (isMoving.has(block)) return []
    if (block !== target) return [block]
    return after ? [block, ...inOrder] : [...inOrder, block]
  })
}

const emptyPlacements = (size: number): Placements => ({ start: new Int32Array(size), maker: new Int32Array(size), spot: new Int32Array(size) })

function copyPlacement(from: Placements, to: Placements, task: number): void {
  to.start[task] = from.start[task] as number
  to.maker[task] = from.maker[task] as number
  to.spot[task] = from.spot[task] as number
}

/** Earliest due, least slack, and shortest for its weight; before all, what can start at one minute only. */
function startingOrders(model: Model, blocks: readonly Block[], { earliest, latest }: Windows): number[][] {
  const isFixed = blocks.map((block) => block.tasks.some((task) => earliest[task] === latest[task]))
  const work = model.jobs.map((job) => job.tasks.reduce((sum, task) => sum + (model.tasks[task]?.duration ?? 0), 0))
  const due = (job: number) => model.jobs[job]?.due ?? model.horizon
  const weight = (job: number) => Math.max(model.jobs[job]?.weight ?? 1, 1e-6)
  const soonest = blocks.map((block) => Math.min(...block.tasks.map((task) => earliest[task] as number)))
  const rules: ((x: Block, y: Block) => number)[] = [
    (x, y) => due(x.job) - due(y.job) || weight(y.job) - weight(x.job),
    (x, y) => (due(x.job) - (work[x.job] as number)) / weight(x.job) - (due(y.job) - (work[y.job] as number)) / weight(y.job),
    (x, y) => (work[x.job] as number) / weight(x.job) - (work[y.job] as number) / weight(y.job),
    (x, y) => (soonest[x.index] as number) - (soonest[y.index] as number),
  ]
  return rules.map((rule) =>
    [...blocks].sort((x, y) => Number(isFixed[y.index]) - Number(isFixed[x.index]) || rule(x, y) || x.job - y.job || x.index - y.index).map((block) => block.index),
  )
}
