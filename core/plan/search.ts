import type { Block } from './blocks'
import { generate } from './generate'
import type { Model } from './model'
import { compareObjectives, objectiveOf } from './objective'
import { seededRandom } from './seededRandom'
import type { PlanObjective } from './types'
import type { Windows } from './windows'
import type { Placement } from './workshop'

export interface Found {
  placements: Placement[]
  objective: PlanObjective
}

export interface SearchOptions {
  model: Model
  blocks: readonly Block[]
  windows: Windows
  bound: { weightedTardinessMin: number; weightedCompletionMin: number }
  seed: number
  /** Asked before each iteration with the number done so far. */
  mayGoOn: (iterations: number) => boolean
}

/**
 * Looks for better schedules by changing the order in which blocks are placed, until told to stop.
 * Starts from the classic priority rules, then moves one job or one block in the best order found so far and
 * keeps what is no worse; a block that found no place is moved to the front, with all that must come before it.
 * @returns the best schedule, and without one the task at the head of the block that most often found no place
 */
export function search(options: SearchOptions): { best: Found | null; iterations: number; stuck: number | null } {
  const { model, blocks, bound, windows } = options
  const random = seededRandom(options.seed)
  const starts = startingOrders(model, blocks, windows)
  const failures = blocks.map(() => 0)
  let best: Found | null = null
  let order = starts[0] ?? []
  let iterations = 0
  const isProven = () => best !== null && compareObjectives({ ...bound, makespanMin: 0 }, best.objective) === 0

  while (!isProven() && options.mayGoOn(iterations)) {
    const tried = starts[iterations] ?? changed(order, model, blocks, random)
    iterations++
    const generated = generate(model, blocks, tried, windows)
    if (!generated.ok) {
      failures[generated.failedBlock] = (failures[generated.failedBlock] as number) + 1
      if (!best) order = withFirst(tried, generated.failedBlock, blocks, random)
      continue
    }
    const ends = generated.placements.map((placement, i) => placement.start + (model.tasks[i]?.duration ?? 0))
    const objective = objectiveOf(model.request, ends)
    if (!best || compareObjectives(objective, best.objective) <= 0) {
      best = { placements: generated.placements, objective }
      order = tried
    }
  }
  const worst = failures.indexOf(Math.max(...failures))
  return { best, iterations, stuck: best ? null : (blocks[worst]?.tasks[0] ?? null) }
}

/** Earliest due, heaviest per remaining minute, and shortest first; before all, what can start at one minute only. */
function startingOrders(model: Model, blocks: readonly Block[], { earliest, latest }: Windows): number[][] {
  const isFixed = blocks.map((block) => block.tasks.some((task) => earliest[task] === latest[task]))
  const work = model.jobs.map((job) => job.tasks.reduce((sum, task) => sum + (model.tasks[task]?.duration ?? 0), 0))
  const jobs = model.jobs.map((_, i) => i)
  const due = (job: number) => model.jobs[job]?.due ?? model.horizon
  const weight = (job: number) => Math.max(model.jobs[job]?.weight ?? 1, 1e-6)
  const rules: ((x: number, y: number) => number)[] = [
    (x, y) => due(x) - due(y) || weight(y) - weight(x),
    (x, y) => (due(x) - (work[x] as number)) / weight(x) - (due(y) - (work[y] as number)) / weight(y),
    (x, y) => (work[x] as number) / weight(x) - (work[y] as number) / weight(y),
  ]
  return rules.map((rule) => {
    const rank = new Map([...jobs].sort((x, y) => rule(x, y) || x - y).map((job, i) => [job, i]))
    return blocks.map((block, i) => (isFixed[i] ? -1 : (rank.get(block.job) ?? 0)))
  })
}

function changed(order: readonly number[], model: Model, blocks: readonly Block[], random: () => number): number[] {
  const next = [...order]
  const anyBlock = () => Math.floor(random() * blocks.length)
  const moves = 1 + Math.floor(random() * 3)
  for (let i = 0; i < moves; i++) {
    const block = anyBlock()
    const target = (order[anyBlock()] as number) + (random() - 0.5)
    const whole = random() < 0.5
    blocks.forEach((other, j) => {
      if (j === block || (whole && other.job === blocks[block]?.job)) next[j] = target
    })
  }
  return next
}

function withFirst(order: readonly number[], block: number, blocks: readonly Block[], random: () => number): number[] {
  const front = Math.min(...order) - random()
  const moved = new Set<number>()
  const queue = [block]
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    if (moved.has(next)) continue
    moved.add(next)
    queue.push(...(blocks[next]?.after ?? []))
  }
  return order.map((rank, i) => (moved.has(i) ? front : rank))
}
