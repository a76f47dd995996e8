import type { Block } from '../model/blocks'
import type { Model } from '../model/model'
import { tailsOf } from '../model/tails'
import type { Windows } from '../model/windows'
import { NONE } from '../model/workshop'

/**
 * What a minute of tardiness usually weighs against a minute of completion while the search goes
 * on. The two are compared one after the other when plans are told apart; a search that never gave
 * up a minute of the one for the other would stick.
 */
export const TARDINESS_FACTOR = 60

/**
 * What an unfinished plan will cost at least: each job ends no sooner than its placed tasks and
 * what must follow them.
 * With every task placed it is what the plan costs.
 */
export class Score {
  /** Σ weight × (completion + factor × tardiness), at least. */
  total = 0
  /** What a minute of tardiness weighs against a minute of completion. */
  factor = TARDINESS_FACTOR
  /** By job: its completion, at least. */
  readonly end: Float64Array
  /** By task: minutes from its start to the end of its job, at least. */
  private readonly tail: Float64Array
  private readonly soonest: Float64Array

  constructor(
    private readonly model: Model,
    private readonly blocks: readonly Block[],
    windows: Windows,
  ) {
    this.tail = tailsOf(model)
    this.soonest = new Float64Array(model.jobs.length)
    for (const { index, job } of model.tasks)
      this.soonest[job] = Math.max(this.soonest[job]!, windows.earliest[index]! + this.tail[index]!)
    this.end = new Float64Array(model.jobs.length)
    this.clear()
  }

  costOf(job: number, end: number): number {
    const { due, weight, tasks } = this.model.jobs[job]!
    if (tasks.length === 0) return 0
    return weight * (end + (due !== null && end > due ? this.factor * (end - due) : 0))
  }

  /** What a job costs above its least, and a little, so that every job has its turn. */
  excess(job: number, withTardiness: boolean): number {
    const { weight, tasks } = this.model.jobs[job]!
    if (tasks.length === 0) return 0
    const [end, soonest] = [this.end[job]!, this.soonest[job]!]
    return withTardiness
      ? this.costOf(job, end) - this.costOf(job, soonest) + weight
      : weight * (end - soonest + 60)
  }

  /** The two sums that plans are told apart by. */
  sums(): { weightedTardinessMin: number; weightedCompletionMin: number } {
    let [weightedTardinessMin, weightedCompletionMin] = [0, 0]
    for (const [job, { due, weight, tasks }] of this.model.jobs.entries()) {
      if (tasks.length === 0) continue
      const end = this.end[job]!
      weightedCompletionMin += weight * end
      if (due !== null) weightedTardinessMin += weight * Math.max(0, end - due)
    }
    return { weightedTardinessMin, weightedCompletionMin }
  }

  clear(): void {
    this.end.set(this.soonest)
    this.total = 0
    for (let job = 0; job < this.end.length; job++) this.total += this.costOf(job, this.end[job]!)
  }

  /** Takes the tasks of a block into account, wherever they are placed. */
  add(block: number, start: Int32Array): void {
    const { tasks } = this.blocks[block]!
    for (let i = 0; i < tasks.length; i++) {
      const task = tasks[i]!
      const { job } = this.model.tasks[task]!
      const end = start[task]! + this.tail[task]!
      const before = this.end[job]!
      if (start[task] === NONE || end <= before) continue
      this.total += this.costOf(job, end) - this.costOf(job, before)
      this.end[job] = end
    }
  }

  /** Works out one job anew from those of its tasks that are placed. */
  renew(job: number, start: Int32Array): void {
    const { tasks } = this.model.jobs[job]!
    let end = this.soonest[job]!
    for (let i = 0; i < tasks.length; i++) {
      const task = tasks[i]!
      if (start[task] !== NONE && start[task]! + this.tail[task]! > end)
        end = start[task]! + this.tail[task]!
    }
    this.total += this.costOf(job, end) - this.costOf(job, this.end[job]!)
    this.end[job] = end
  }
}
