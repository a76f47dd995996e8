import type { Draft, Placements } from './draft'
import type { Model } from './model'
import { NONE } from './workshop'

/** The mean weight of the jobs that have tasks. */
export function meanWeightOf(model: Model): number {
  const weights = model.jobs.filter((job) => job.tasks.length > 0).map((job) => job.weight)
  return weights.reduce((sum, weight) => sum + weight, 0) / Math.max(1, weights.length)
}

/** By job, the blocks that its tasks are in. */
export const blocksOfJobs = ({ model, blockOf }: Draft): number[][] =>
  model.jobs.map((job) => [...new Set(job.tasks.map((task) => blockOf[task]!))])

/** Placements in which nothing is placed yet. */
export function nowhere({ tasks: { length } }: Model): Placements {
  return {
    start: new Int32Array(length).fill(NONE),
    maker: new Int32Array(length).fill(NONE),
    spot: new Int32Array(length),
  }
}
