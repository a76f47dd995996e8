import type { Block } from './blocks'
import type { Model } from './model'
import type { Windows } from './windows'

/**
 * The classic priority rules as orders of blocks: earliest due, least slack, shortest for its weight, soonest possible.
 * Before all comes what can start at one minute only.
 */
export function startingOrders(model: Model, blocks: readonly Block[], { earliest, latest }: Windows): number[][] {
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
