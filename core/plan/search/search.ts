import type { Block } from '../model/blocks'
import { copyOf, Draft, type Checkpoint, type Placements } from '../model/draft'
import { blocksOfJobs, meanWeightOf, nowhere } from '../model/jobs'
import type { Model } from '../model/model'
import {
  jobByCost,
  moveBlock,
  moveJob,
  passObstacle,
  passWithFollowers,
  refillJob,
  refillJobs,
  refillTime,
  refillPair,
  type Move,
  type Scene,
} from './moves'
import { compareObjectives } from '../model/objective'
import { Score, TARDINESS_FACTOR } from './score'
import { seededRandom } from '../../seededRandom'
import { firstDifference, lastDifference, mergedByStart } from './orders'
import { hasOneStart, startingOrders } from './startingOrders'
import type { PlanObjective } from '../model/types'
import type { Windows } from '../model/windows'
import { NONE } from '../model/workshop'

export interface Found {
  placements: Placements
  objective: Omit<PlanObjective, 'makespanMin'>
}

export interface SearchOptions {
  model: Model
  blocks: readonly Block[]
  windows: Windows
  bound: { weightedTardinessMin: number; weightedCompletionMin: number }
  seed: number
  /** A plan to begin from, in place of the priority rules. */
  from?: Placements
  /**
   * Asked before each iteration with the number done so far: how much of the limit is used up, 1 at
   * its end.
   */
  progress: (iterations: number) => number
}

/** A kind of move with what it gained lately for its work, by which it is chosen. */
interface Kind {
  make: (scene: Scene) => Move
  gain: number
  work: number
  uses: number
}

/** What each phase tries. Gaps and orders take nothing that is worse; heat does, and then cools. */
const PHASES = {
  gaps: [refillJob, refillPair, refillJobs, refillTime],
  order: [moveJob, passObstacle, passWithFollowers, moveBlock],
  heat: [moveJob, passObstacle, passWithFollowers, moveBlock],
} as const
type Phase = keyof typeof PHASES

/**
 * A phase that takes nothing worse ends when this share of all work so far, and this much for each
 * block, brought nothing.
 */
const IDLE_SHARE = 0.1
const IDLE_PER_BLOCK = 40
/**
 * Iterations of one heating and cooling, per block; so many follow each other before the gaps are
 * tried again.
 */
const HEAT_LENGTH = 8
const HEATS = 4
/**
 * Minutes of completion of a job of mean weight that are given up as often as not: least and most
 * at the start of a heat, and at its end.
 */
const COOLEST_START = 60
const HOTTEST_START = 2400
const COLD = 1
/**
 * How often a heat goes on from where the one before it ended, and not from the best plan: out of
 * deep valleys it takes several.
 */
const GOES_ON_SHARE = 0.6
/**
 * How often a heat thinks little of tardiness, so as to find its way to plans with less, and how
 * little.
 */
const LAX_SHARE = 0.3
const LAX_FACTOR = 4
/** The least share of the work for each kind of move. */
const LEAST_SHARE = 0.1
/**
 * After so many refills that gained something, what comes later moves up: placing all anew takes as
 * long as some forty refills.
 */
const LOOSENED_MOST = 30
/** How slowly the gain of a kind of move is forgotten. */
const MEMORY = 0.98
/**
 * Of the limit, so much at the most goes into the order alone at first: gaps are filled better when
 * the whole lies well.
 */
const FIRST_SHARE = 0.8
const CHECKPOINTS = 24

/**
 * Looks for better plans by placing blocks anew, until told to stop.
 *
 * Starts from the classic priority rules and a while of changing the order in which blocks are
 * placed. Then three phases take turns, each from the best plan so far: jobs are taken out and put
 * back into the gaps in another order (large neighbourhood search: Shaw, 1998); the order of
 * placing is changed; and that again while what is worse is taken too, less and less often
 * (simulated annealing: Kirkpatrick, Gelatt and Vecchi, 1983). Most moves follow one job back from
 * its end and change something that waited, or what stood in its way. Kinds of moves that gained
 * more for their work get more of it.
 * @returns the best plan, and without one the task at the head of the block that most often found
 *   no place
 */
export function search(options: SearchOptions): {
  best: Found | null
  iterations: number
  stuck: number | null
} {
  return new Search(options).run()
}

class Search {
  private readonly draft: Draft
  private readonly score: Score
  private readonly random: () => number
  private readonly meanWeight: number
  private readonly blocksOfJob: number[][]
  private readonly kinds: Record<Phase, Kind[]>
  private readonly failures: Int32Array

  private order: number[] = []
  private cost = Infinity
  private readonly current: Placements
  /** By job, the completion in the present plan. */
  private readonly ends: Float64Array
  /** By position in the present order: what the plan cost at least once its block was placed. */
  private readonly totals: Float64Array
  private areTotalsKnown = false
  private best: Found | null = null

  private iterations = 0
  private phase: Phase = 'order'
  private isFirst = true
  private heats = 0
  private heatIteration = 0
  private heatStart = COOLEST_START
  /**
   * How many refills gained something since all moved up, and the first position that one of them
   * changed.
   */
  private loosened = 0
  private looseFrom = Infinity
  /** The work done when the best plan last became better, or the phase began. */
  private gainedAt = 0

  /**
   * The draft after every so many blocks of the present order; only the first few may still hold.
   */
  private readonly stride: number
  private readonly checkpoints: Checkpoint[]
  private readonly mostCheckpoints: number
  private saved = 1
  private readonly whole: Checkpoint
  private isWholeSaved = true

  constructor(private readonly options: SearchOptions) {
    const { model, blocks, windows } = options
    this.draft = new Draft(model, blocks, windows)
    this.score = new Score(model, blocks, windows)
    this.random = seededRandom(options.seed)
    this.meanWeight = meanWeightOf(model)
    this.blocksOfJob = blocksOfJobs(this.draft)
    const kindsOf = (phase: Phase) =>
      PHASES[phase].map((make): Kind => ({ make, gain: 0, work: 1, uses: 1 }))
    this.kinds = { gaps: kindsOf('gaps'), order: kindsOf('order'), heat: kindsOf('heat') }
    this.failures = new Int32Array(blocks.length)
    this.current = nowhere(model)
    this.ends = new Float64Array(model.jobs.length)
    this.totals = new Float64Array(blocks.length)
    this.stride = Math.max(4, Math.ceil(blocks.length / CHECKPOINTS))
    this.checkpoints = [this.draft.newCheckpoint()]
    this.mostCheckpoints = Math.floor(blocks.length / this.stride) + 1
    this.whole = this.draft.newCheckpoint()
  }

  run(): { best: Found | null; iterations: number; stuck: number | null } {
    const { blocks, progress } = this.options
    for (const start of this.starts()) {
      if (this.isDone()) break
      this.iterations++
      this.rebuild(start, this.cost)
    }
    let unlucky = blocks.map((block) => block.index)
    while (!this.best && progress(this.iterations) < 1) {
      this.iterations++
      unlucky = this.withFailedFirst(unlucky)
      this.rebuild(unlucky, this.cost)
    }
    while (this.best && !this.isDone()) this.step()
    const worst = this.failures.indexOf(Math.max(...this.failures))
    return {
      best: this.best,
      iterations: this.iterations,
      stuck: this.best ? null : (blocks[worst]?.tasks[0] ?? null),
    }
  }

  /**
   * The plan to begin from in the order of its starts; the rules where it cannot be placed so, or
   * there is none.
   */
  private *starts(): Generator<number[]> {
    const { model, blocks, windows, from } = this.options
    if (from) {
      const isFixed = blocks.map((block) => hasOneStart(block, windows))
      yield blocks
        .map((block) => block.index)
        .sort(
          (x, y) =>
            Number(isFixed[y]) - Number(isFixed[x]) ||
            this.startOf(x, from.start) - this.startOf(y, from.start) ||
            x - y,
        )
    }
    if (!this.best) yield* startingOrders(model, blocks, windows)
  }

  private isDone(): boolean {
    if (this.best && compareObjectives(this.options.bound, this.best.objective) === 0) return true
    return this.iterations > 0 && this.options.progress(this.iterations) >= 1
  }

  private step(): void {
    this.iterations++
    this.changePhaseInTime()
    const { workshop, model } = this.draft
    const temperature =
      this.phase === 'heat'
        ? this.heatStart * (COLD / this.heatStart) ** (this.heatIteration++ / this.heatLength())
        : COLD
    const limit = this.cost - temperature * this.meanWeight * Math.log(1 - this.random())
    const kind = this.anyKind()
    const [costBefore, workBefore, orderBefore] = [this.cost, workshop.finds, this.order]
    const move = kind.make({
      draft: this.draft,
      order: this.order,
      blocksOfJob: this.blocksOfJob,
      random: this.random,
      anyJob: () => jobByCost(this.score, model.jobs.length, this.random),
    })
    if ('order' in move) this.rebuild(move.order, limit)
    else {
      this.refill(move.takeOut, limit)
      if (this.cost < costBefore) {
        this.looseFrom = Math.min(this.looseFrom, firstDifference(orderBefore, this.order))
        if (++this.loosened >= LOOSENED_MOST) this.moveUp()
      }
    }
    kind.gain = MEMORY * kind.gain + Math.max(0, costBefore - this.cost)
    kind.work = MEMORY * kind.work + workshop.finds - workBefore + 1
    kind.uses = MEMORY * kind.uses + 1
  }

  /** What comes later than what left its place can now move up. */
  private moveUp(): void {
    if (this.loosened > 0) this.rebuild(this.order, this.cost, this.looseFrom)
    this.loosened = 0
    this.looseFrom = Infinity
  }

  private heatLength = () => HEAT_LENGTH * this.options.blocks.length

  private changePhaseInTime(): void {
    const { finds } = this.draft.workshop
    if (this.phase === 'heat') {
      if (this.heatIteration >= this.heatLength())
        this.begin(++this.heats % HEATS === 0 ? 'gaps' : 'heat')
      return
    }
    const isIdle =
      finds - this.gainedAt > IDLE_SHARE * finds + IDLE_PER_BLOCK * this.options.blocks.length
    if (this.isFirst && (isIdle || this.options.progress(this.iterations) > FIRST_SHARE)) {
      this.isFirst = false
      this.begin('gaps')
    } else if (isIdle) this.begin(this.phase === 'gaps' ? 'order' : 'heat')
  }

  private begin(phase: Phase): void {
    this.moveUp()
    const goesOn = phase === 'heat' && this.phase === 'heat' && this.random() < GOES_ON_SHARE
    this.phase = phase
    this.heatIteration = 0
    this.heatStart = COOLEST_START * (HOTTEST_START / COOLEST_START) ** this.random()
    this.gainedAt = this.draft.workshop.finds
    this.score.factor =
      phase === 'heat' && this.random() < LAX_SHARE ? LAX_FACTOR : TARDINESS_FACTOR
    this.goOnFrom(goesOn ? copyOf(this.current) : (this.best as Found).placements)
  }

  private goOnFrom(placements: Placements): void {
    const { draft, score, current } = this
    for (const block of this.order) draft.takeOut(block)
    current.start.set(placements.start)
    current.maker.set(placements.maker)
    current.spot.set(placements.spot)
    this.order = [...this.order].sort(
      (x, y) => this.startOf(x, placements.start) - this.startOf(y, placements.start) || x - y,
    )
    score.clear()
    for (const block of this.order) {
      draft.putBack(block, current)
      score.add(block, current.start)
    }
    draft.sequence = [...this.order]
    this.ends.set(score.end)
    this.cost = score.total
    this.saved = 1
    this.isWholeSaved = false
    this.areTotalsKnown = false
  }

  /**
   * A kind of move of this phase: by work, each gets its share, and the more of the rest the more
   * it gained for its work.
   */
  private anyKind(): Kind {
    const kinds = this.kinds[this.phase]
    const rates = kinds.map(({ gain, work }) => gain / work + 1e-9)
    const rateSum = rates.reduce((sum, rate) => sum + rate, 0)
    const chances = kinds.map(
      ({ work, uses }, i) =>
        ((LEAST_SHARE + (1 - LEAST_SHARE * kinds.length) * (rates[i]! / rateSum)) * uses) / work,
    )
    let left = this.random() * chances.reduce((sum, chance) => sum + chance, 0)
    return kinds.find((_, i) => (left -= chances[i]!) < 0) ?? kinds[0]!
  }

  /**
   * Places anew what an order puts elsewhere; keeps the result within the limit, else brings back
   * the plan before.
   * @param upTo from this position on everything is placed anew, also where the order is the same
   */
  private rebuild(order: readonly number[], limit: number, upTo = order.length): void {
    const { draft, score } = this
    const first = Math.min(upTo, firstDifference(order, this.order))
    if (first === order.length && this.best) return
    if (!this.isWholeSaved) {
      draft.save(this.whole)
      this.isWholeSaved = true
    }
    const together = lastDifference(order, this.order)
    if (together >= 0) this.recallTotals()
    this.goBackTo(first)
    score.clear()
    for (const block of draft.sequence) score.add(block, draft.workshop.start)
    draft.floor = first
    if (this.placeAll(order, first, limit, together < 0 ? order.length : together))
      return this.accept(draft.sequence.slice(first), draft.sequence, first)
    draft.load(this.whole, this.order)
    this.restoreScore()
  }

  /**
   * Brings the draft to where the first blocks of the present order are placed, from the nearest
   * checkpoint.
   */
  private goBackTo(first: number): void {
    const { draft, stride, order, checkpoints } = this
    const near = Math.min(this.saved - 1, Math.floor(first / stride))
    draft.load(checkpoints[near]!, order)
    for (let i = near * stride; i < first;) {
      draft.putBack(order[i]!, this.current)
      draft.sequence.push(order[i]!)
      i++
      if (i === this.saved * stride && this.saved < this.mostCheckpoints)
        draft.save((checkpoints[this.saved++] ??= draft.newCheckpoint()))
    }
  }

  /**
   * Takes blocks out and places them anew in the gaps, in their new order; the others stay where
   * they are.
   */
  private refill(blocks: readonly number[], limit: number): void {
    const { draft, order } = this
    for (let i = blocks.length - 1; i >= 0; i--) draft.takeOut(blocks[i]!)
    for (const block of blocks) this.renewScore(block)
    draft.sequence = []
    draft.floor = 0
    if (this.placeAll(blocks, 0, limit)) {
      const merged = mergedByStart(order, draft.sequence, (block) =>
        this.startOf(block, draft.workshop.start),
      )
      const isMoved = new Set(blocks)
      const kept = order.findIndex((block) => isMoved.has(block))
      return this.accept(draft.sequence, merged, Math.min(kept, firstDifference(order, merged)))
    }
    for (const block of draft.sequence) draft.takeOut(block)
    for (const block of blocks) draft.putBack(block, this.current)
    draft.sequence = [...order]
    this.restoreScore()
  }

  /** What the present plan cost at least after each block of its order. */
  private recallTotals(): void {
    if (this.areTotalsKnown) return
    const { score, current, order } = this
    score.clear()
    for (let i = 0; i < order.length; i++) {
      score.add(order[i]!, current.start)
      this.totals[i] = score.total
    }
    this.areTotalsKnown = true
  }

  /**
   * @param together from this position on the same blocks are placed as in the present order: what
   *   costs more there by as much as may be lost is given up
   * @returns whether all found a place and the plan costs no more than the limit
   */
  private placeAll(
    order: readonly number[],
    first: number,
    limit: number,
    together = order.length,
  ): boolean {
    const { draft, score } = this
    const mayLose = limit - this.cost
    for (let i = first; i < order.length && score.total <= limit; i++) {
      const from = draft.sequence.length
      draft.together = []
      const failed = draft.place(order[i]!)
      if (failed !== NONE) {
        this.failures[failed] = this.failures[failed]! + 1
        return false
      }
      for (let j = Math.max(0, from - draft.together.length); j < draft.sequence.length; j++)
        score.add(draft.sequence[j]!, draft.workshop.start)
      for (const block of draft.together) this.renewScore(block)
      if (
        i >= together &&
        draft.sequence.length === i + 1 &&
        score.total > this.totals[i]! + mayLose
      )
        return false
    }
    return score.total <= limit
  }

  private renewScore(block: number): void {
    const { model, blocks } = this.options
    for (const task of blocks[block]!.tasks)
      this.score.renew(model.tasks[task]!.job, this.draft.workshop.start)
  }

  private restoreScore(): void {
    this.score.end.set(this.ends)
    this.score.total = this.cost
  }

  /** @param first blocks before this position in the order are where they were */
  private accept(changed: readonly number[], order: readonly number[], first: number): void {
    const { draft, current, score } = this
    for (const block of changed)
      for (const task of this.options.blocks[block]!.tasks)
        copyPlacement(draft.workshop, current, task)
    this.order = [...order]
    draft.sequence = [...order]
    this.saved = Math.min(this.saved, Math.floor(first / this.stride) + 1)
    this.isWholeSaved = false
    this.areTotalsKnown = false
    this.cost = score.total
    this.ends.set(score.end)
    const objective = score.sums()
    if (this.best && compareObjectives(objective, this.best.objective) >= 0) return
    this.gainedAt = draft.workshop.finds
    this.best = { placements: copyOf(current), objective }
  }

  private startOf(block: number, start: Int32Array): number {
    return start[this.options.blocks[block]!.tasks[0]!]!
  }

  /**
   * Brings the blocks that failed most often forward, by chance; what can start at one minute only
   * stays before all.
   */
  private withFailedFirst(order: readonly number[]): number[] {
    const { blocks, windows } = this.options
    const isFixed = (block: number) => hasOneStart(blocks[block]!, windows)
    const ranks = order.map((block, i) => ({
      block,
      rank: isFixed(block)
        ? -Infinity
        : i - this.failures[block]! * this.random() * order.length + this.random() * 3,
    }))
    return ranks.sort((x, y) => (x.rank === y.rank ? 0 : x.rank - y.rank)).map(({ block }) => block)
  }
}

function copyPlacement(from: Placements, to: Placements, task: number): void {
  to.start[task] = from.start[task]!
  to.maker[task] = from.maker[task]!
  to.spot[task] = from.spot[task]!
}
