import { nowhere } from '../model/jobs'
import type { Model } from '../model/model'
import { compareObjectives } from '../model/objective'
import { search, type Found, type SearchOptions } from '../search/search'
import { seededRandom } from '../../seededRandom'
import { NONE } from '../model/workshop'
import type { MachineShop, Waits } from './machineShop'
import { Sequences } from './sequences'
import { ShopMoves, type ShopMove } from './shopMoves'
import { Tabu } from './tabu'

/** A walk ends after so many moves that brought nothing shorter. */
const IDLE_MOVES = 4000
/** How many good plans are kept to walk between. */
const ELITE = 4
/** The first plan is the best by the classic priority rules. */
const RULES = 4

interface Kept {
  order: Int32Array
  length: number
}

/**
 * Looks for shorter plans of a shop of single machines, until told to stop.
 *
 * Walks from plan to plan by changing one machine's order along a critical path, always to the
 * shortest that was not lately left, though it be longer (taboo search on the disjunctive graph:
 * Nowicki and Smutnicki, 1996; the moves and how their gain is judged: Balas and Vazacopoulos,
 * 1998). When a walk brings nothing more, the next begins between two of the best plans found (path
 * relinking: Peng, Lü and Cheng, 2015).
 * @returns as `search` does
 */
export function searchShop(shop: MachineShop, options: SearchOptions): ReturnType<typeof search> {
  const first = search({
    ...options,
    progress: (iterations) => (iterations >= RULES ? 1 : options.progress(iterations)),
  })
  const found = new ShopSearch(shop, options, first.best, first.iterations).run()
  return { ...found, stuck: found.best ? null : first.stuck }
}

class ShopSearch {
  private readonly plan: Sequences
  private readonly tabu: Tabu
  private readonly moves: ShopMoves
  private readonly random: () => number
  private readonly elite: Kept[] = []
  private shortest = Infinity
  private isOver = false

  constructor(
    private readonly shop: MachineShop,
    private readonly options: SearchOptions,
    /** A plan to begin with; null where none ended in time. */
    private best: Found | null,
    private iterations: number,
  ) {
    this.plan = new Sequences(shop)
    this.random = seededRandom(options.seed)
    this.tabu = new Tabu(shop, this.random)
    this.moves = new ShopMoves(this.plan, this.random)
  }

  run(): { best: Found | null; iterations: number } {
    this.keep(this.walk(this.firstOrder()))
    while (!this.isOver) this.keep(this.walk(this.anyBeginning()))
    return { best: this.best, iterations: this.iterations }
  }

  /**
   * As the tasks of the first plan begin; where two begin together, as they must follow each other
   * (blocks stand in that order).
   */
  private firstOrder(): number[] {
    const start = this.best?.placements.start
    const tasks = this.options.blocks.flatMap((block) => block.tasks)
    return start ? tasks.sort((x, y) => start[x]! - start[y]!) : tasks
  }

  /** Between two of the good plans; until enough are kept, between the best and one by chance. */
  private anyBeginning(): Int32Array {
    const { elite, random } = this
    const isFull = elite.length === ELITE
    const x = isFull ? Math.floor(random() * ELITE) : 0
    const other = isFull
      ? elite[(x + 1 + Math.floor(random() * (ELITE - 1))) % ELITE]!.order
      : randomOrder(this.shop, random)
    return between(elite[x]!.order, other, 0.3 + 0.4 * random())
  }

  /**
   * Always to the shortest plan next to the present one that is not forbidden, though it be longer.
   */
  private walk(start: ArrayLike<number>): Kept {
    const { plan, tabu, moves, options } = this
    plan.load(start)
    tabu.clear()
    const found: Kept = { order: plan.order.slice(), length: plan.length }
    this.note()
    for (let idle = 0; idle < IDLE_MOVES; idle++) {
      this.isOver =
        (this.best !== null && compareObjectives(options.bound, this.best.objective) === 0) ||
        options.progress(this.iterations) >= 1
      if (this.isOver) break
      this.iterations++
      moves.find()
      const move = this.choose(found.length)
      if (!move) break
      tabu.remember(plan, move)
      plan.move(move.task, move.target, move.isAfter)
      if (plan.length >= found.length) continue
      found.length = plan.length
      found.order.set(plan.order)
      idle = 0
      this.note()
    }
    return found
  }

  /** The move to the shortest plan that is allowed; where none is, any. */
  private choose(shortest: number): ShopMove | null {
    const { moves, tabu, plan, random } = this
    const { count, length } = moves
    let chosen = -1
    let least = Infinity
    let ties = 0
    for (let i = 0; i < count; i++) {
      const own = length[i]!
      if (own > least || (own >= shortest && tabu.forbids(plan, moves.at(i)))) continue
      if (own < least) [chosen, least, ties] = [i, own, 1]
      else if (random() * ++ties < 1) chosen = i
    }
    if (count === 0) return null
    return moves.at(chosen === -1 ? Math.floor(random() * count) : chosen)
  }

  /** Takes the present plan for the best if it is, and ends in time. */
  private note(): void {
    const {
      plan,
      best,
      options: { model },
    } = this
    if (plan.length >= this.shortest) return
    this.shortest = plan.length
    const { weight, due } = model.jobs.find(
      ({ tasks }) => tasks.length > 0,
    ) as Model['jobs'][number]
    const objective = {
      weightedTardinessMin: due === null ? 0 : weight * Math.max(0, plan.length - due),
      weightedCompletionMin: weight * plan.length,
    }
    const isBetter = best === null || compareObjectives(objective, best.objective) < 0
    if (plan.length <= model.horizon && isBetter)
      this.best = {
        placements: { ...nowhere(model), start: plan.head.slice(0, this.shop.size) },
        objective,
      }
  }

  /**
   * Among the good plans, in place of the longest; one that is as long as another is taken for the
   * same.
   */
  private keep(found: Kept): void {
    const { elite } = this
    if (elite.some(({ length }) => length === found.length)) return
    elite.push(found)
    elite.sort((x, y) => x.length - y.length)
    if (elite.length > ELITE) elite.pop()
  }
}

/**
 * Between two orders: by ranks, weighed. What both put first stays first, so no task comes before
 * what it must follow.
 */
function between(x: Int32Array, y: ArrayLike<number>, share: number): Int32Array {
  const rank = new Float64Array(x.length)
  for (let i = 0; i < x.length; i++) {
    rank[x[i]!] = rank[x[i]!]! + share * i
    rank[y[i]!] = rank[y[i]!]! + (1 - share) * i
  }
  return x.slice().sort((a, b) => rank[a]! - rank[b]!)
}

function randomOrder({ size, before, after }: MachineShop, random: () => number): number[] {
  const of = ({ other, another }: Waits, task: number) => {
    const list: number[] = []
    for (let w = task; w !== NONE; w = another[w]!) if (other[w] !== size) list.push(other[w]!)
    return list
  }
  const waiting = Array.from({ length: size }, (_, task) => of(before, task).length)
  const ready = waiting.flatMap((count, task) => (count === 0 ? [task] : []))
  const order: number[] = []
  while (order.length < size) {
    const [task] = ready.splice(Math.floor(random() * ready.length), 1) as [number]
    order.push(task)
    for (const next of of(after, task)) if (--waiting[next]! === 0) ready.push(next)
  }
  return order
}
