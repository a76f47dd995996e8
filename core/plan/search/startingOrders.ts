import type { Block } from '../model/blocks'
import type { Model } from '../model/model'
import type { Windows } from '../model/windows'

/**
 * How far ahead of its last moment a job begins to count, minutes; far ahead what is short for its
 * weight comes first.
 */
const LOOK_AHEADS_MIN = [1000, 3000, 10_000]

/**
 * The classic priority rules as orders of blocks: shortest for its weight once it is pressing, for
 * several ways to understand that (apparent tardiness cost: Vepsalainen and Morton, 1987); earliest
 * due, least slack, shortest for its weight, soonest possible. Before all comes what can start at
 * one minute only.
 */
export function startingOrders(
  model: Model,
  blocks: readonly Block[],
  { earliest, latest }: Windows,
): number[][] {
  const isFixed = blocks.map((block) => hasOneStart(block, { earliest, latest }))
  const sumOf = (minutes: (task: Model['tasks'][number]) => number) =>
    model.jobs.map((job) => job.tasks.reduce((sum, task) => sum + minutes(model.tasks[task]!), 0))
  const work = sumOf((task) => task.duration)
  const due = (job: number) => model.jobs[job]?.due ?? model.horizon
  const weight = (job: number) => Math.max(model.jobs[job]?.weight ?? 1, 1e-6)
  const soonest = blocks.map((block) => Math.min(...block.tasks.map((task) => earliest[task]!)))
  const pressing = LOOK_AHEADS_MIN.map((lookAheadMin) =>
    pressingFirst(
      model,
      earliest,
      sumOf((task) => (task.attended ? task.duration : 0)),
      lookAheadMin,
    ),
  )
  const rules: ((x: Block, y: Block) => number)[] = [
    ...pressing.map((rank) => (x: Block, y: Block) => rank[x.job]! - rank[y.job]!),
    (x, y) => due(x.job) - due(y.job) || weight(y.job) - weight(x.job),
    (x, y) =>
      (due(x.job) - work[x.job]!) / weight(x.job) - (due(y.job) - work[y.job]!) / weight(y.job),
    (x, y) => work[x.job]! / weight(x.job) - work[y.job]! / weight(y.job),
    (x, y) => soonest[x.index]! - soonest[y.index]!,
  ]
  return rules.map((rule) =>
    [...blocks]
      .sort(
        (x, y) =>
          Number(isFixed[y.index]) - Number(isFixed[x.index]) ||
          rule(x, y) ||
          x.job - y.job ||
          x.index - y.index,
      )
      .map((block) => block.index),
  )
}

/**
 * Whether something of a block can start at one minute only: placed after others it could only
 * fail.
 */
export const hasOneStart = (
  block: Block,
  { earliest, latest }: Pick<Windows, 'earliest' | 'latest'>,
): boolean => block.tasks.some((task) => earliest[task] === latest[task])

/**
 * Ranks jobs as if all hands worked on one after the other; the most pressing for its work comes
 * next.
 */
function pressingFirst(
  model: Model,
  earliest: Windows['earliest'],
  hands: readonly number[],
  lookAheadMin: number,
): number[] {
  const { jobs, tasks } = model
  const offered =
    model.request.makers.reduce(
      (sum, maker) => sum + maker.shifts.reduce((own, [from, to]) => own + to - from, 0),
      0,
    ) / model.horizon
  const lastStart = jobs.map((job) => {
    const [from, to] = [
      Math.min(...job.tasks.map((task) => earliest[task]!)),
      Math.max(...job.tasks.map((task) => earliest[task]! + (tasks[task]?.duration ?? 0))),
    ]
    return (job.due ?? model.horizon) - (to - from)
  })
  const worth = jobs.map(({ weight }, job) =>
    Math.log(Math.max(weight, 1e-6) / Math.max(1, hands[job]!)),
  )
  const rank = jobs.map(() => jobs.length)
  const left = new Set(jobs.keys())
  let now = 0
  for (let next = 0; next < jobs.length; next++) {
    let [best, most] = [0, -Infinity]
    for (const job of left) {
      const early = lastStart[job]! - now
      const urgency = worth[job]! - (early > 0 ? early / lookAheadMin : 0)
      if (urgency > most) [best, most] = [job, urgency]
    }
    left.delete(best)
    rank[best] = next
    now += offered > 0 ? hands[best]! / offered : 0
  }
  return rank
}
