import type { Draft } from '../model/draft'
import { movedTo } from './movedTo'
import { obstaclesOf, type Obstacle } from './obstacles'
import type { Score } from './score'

/**
 * What a move changes: blocks that are taken out and placed again in the gaps, or the order of all.
 */
export type Move = { takeOut: number[] } | { order: number[] }

/** What a move can look at. */
export interface Scene {
  draft: Draft
  order: readonly number[]
  blocksOfJob: readonly number[][]
  random: () => number
  /** The job that a move starts from. */
  anyJob: () => number
}

/**
 * Which share of the moves that start from a job choose it by what its lateness costs; the others
 * by its completion alone.
 */
const LATE_JOBS = 0.4
/** What begins within so many minutes of each other can change places with each other. */
const NEAR_MIN = 240
/** Blocks are moved at most so far by a small step. */
const SMALL_STEP = 60

/** One job anew into the gaps. */
export const refillJob = (scene: Scene): Move => ({
  takeOut: withFollowers(scene.draft, scene.blocksOfJob[scene.anyJob()]!),
})

/**
 * Something that waits, and what stood in its way, with all that follows them: first the one, then
 * the other.
 */
export function refillPair(scene: Scene): Move {
  const obstacle = anyObstacle(scene)
  return obstacle
    ? { takeOut: withFollowers(scene.draft, [obstacle.waiting, obstacle.inTheWay]) }
    : refillJob(scene)
}

/** A job and a few that stood in its way: it goes first, the others follow in any order. */
export function refillJobs(scene: Scene): Move {
  const { draft, blocksOfJob, random } = scene
  const job = scene.anyJob()
  const obstacles = obstaclesOf(draft, job)
  const jobs = [job]
  const most = 2 + Math.floor(random() * 4)
  for (let i = 0; i < 3 * most && jobs.length < most && obstacles.length > 0; i++) {
    const { inTheWay } = obstacles[Math.floor(random() * obstacles.length)]!
    const other = draft.blocks[inTheWay]!.job
    if (!jobs.includes(other))
      jobs.splice(random() < 0.5 ? jobs.length : 1 + Math.floor(random() * jobs.length), 0, other)
  }
  return {
    takeOut: withFollowers(
      scene.draft,
      jobs.flatMap((one) => blocksOfJob[one]!),
    ),
  }
}

/**
 * What is begun at about the time of something of a job, and what follows: taken out at once and
 * put back in another order.
 */
export function refillTime(scene: Scene): Move {
  const { draft, order, blocksOfJob, random } = scene
  const own = blocksOfJob[scene.anyJob()]!
  if (own.length === 0) return { takeOut: [] }
  const startOf = (block: number) => draft.workshop.start[draft.blocks[block]!.tasks[0]!]!
  const around = startOf(own[Math.floor(random() * own.length)]!)
  const near = order.filter((block) => Math.abs(startOf(block) - around) <= NEAR_MIN)
  const most = 3 + Math.floor(random() * 8)
  const picked = new Set<number>()
  for (let i = 0; i < 2 * most && picked.size < most; i++)
    picked.add(near[Math.floor(random() * near.length)]!)
  return { takeOut: withFollowers(draft, [...picked]) }
}

/**
 * Any job to any place in the order; where that place is its own, some block with all that follows
 * it.
 */
export function moveJob(scene: Scene): Move {
  const { order, blocksOfJob, random } = scene
  const own = blocksOfJob[Math.floor(random() * blocksOfJob.length)]!
  const target = order[Math.floor(random() * order.length)]!
  if (!own.includes(target)) return { order: movedTo(order, own, target, 'anywhere') }
  return {
    order: movedTo(
      order,
      withFollowers(scene.draft, [order[Math.floor(random() * order.length)]!]),
      target,
      'anywhere',
    ),
  }
}

/** Something that waits before what stood in its way, or the other way round. */
export function passObstacle(scene: Scene): Move {
  const obstacle = anyObstacle(scene)
  if (!obstacle) return moveBlock(scene)
  const { waiting, inTheWay } = obstacle
  return {
    order:
      scene.random() < 0.7
        ? movedTo(scene.order, [waiting], inTheWay, 'before')
        : movedTo(scene.order, [inTheWay], waiting, 'after'),
  }
}

/** Something that waits, with all that follows it, before what stood in its way. */
export function passWithFollowers(scene: Scene): Move {
  const obstacle = anyObstacle(scene)
  if (!obstacle) return moveBlock(scene)
  return {
    order: movedTo(
      scene.order,
      withFollowers(scene.draft, [obstacle.waiting]),
      obstacle.inTheWay,
      'before',
    ),
  }
}

/** Any block a little earlier or later. */
export function moveBlock({ order, random }: Scene): Move {
  const from = Math.floor(random() * order.length)
  const reach = 1 + Math.floor(random() ** 2 * Math.min(SMALL_STEP, order.length))
  const to = Math.max(0, Math.min(order.length - 1, from + (random() < 0.6 ? -reach : reach)))
  return {
    order: movedTo(order, [order[from]!], order[to]!, to > from ? 'after' : 'before'),
  }
}

/** A job by what it costs above its least: late ones most of all, or all by their completion. */
export function jobByCost(score: Score, jobs: number, random: () => number): number {
  const withTardiness = random() < LATE_JOBS
  let chosen = 0
  let sum = 0
  for (let job = 0; job < jobs; job++) {
    const excess = score.excess(job, withTardiness)
    sum += excess
    if (excess > 0 && random() * sum < excess) chosen = job
  }
  return chosen
}

function anyObstacle(scene: Scene): Obstacle | null {
  const obstacles = obstaclesOf(scene.draft, scene.anyJob())
  return obstacles[Math.floor(scene.random() * obstacles.length)] ?? null
}

/** Blocks with all that must come after them, in the order in which they are placed again. */
export function withFollowers(draft: Draft, blocks: readonly number[]): number[] {
  const all = new Set<number>()
  const visit = (block: number): void => {
    if (all.has(block)) return
    all.add(block)
    for (const next of draft.blocks[block]!.before) visit(next)
  }
  for (const block of blocks) visit(block)
  return [...all]
}
