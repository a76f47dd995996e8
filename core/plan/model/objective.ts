import type { PlanObjective, PlanRequest } from './types'

/**
 * The two sums a plan is judged by, and its length.
 * Σ weight × max(0, completion − due), then Σ weight × completion; a job without tasks is left out.
 * @param endOf the end of each task, minutes, in request order
 */
export function objectiveOf(request: PlanRequest, endOf: readonly number[]): PlanObjective {
  const completion = new Map<string, number>()
  request.tasks.forEach((task, i) => {
    completion.set(task.job, Math.max(completion.get(task.job) ?? 0, endOf[i]!))
  })
  let [weightedTardinessMin, weightedCompletionMin] = [0, 0]
  for (const job of request.jobs) {
    const end = completion.get(job.id)
    if (end === undefined) continue
    const weight = job.weight ?? 1
    weightedCompletionMin += weight * end
    if (job.dueMin !== null && job.dueMin !== undefined)
      weightedTardinessMin += weight * Math.max(0, end - job.dueMin)
  }
  return {
    weightedTardinessMin,
    weightedCompletionMin,
    makespanMin: endOf.reduce((last, end) => Math.max(last, end), 0),
  }
}

type Sums = Pick<PlanObjective, 'weightedTardinessMin' | 'weightedCompletionMin'>

/**
 * Orders two plans: less weighted tardiness first, then less weighted completion. Negative when `x`
 * is better.
 */
export function compareObjectives(x: Sums, y: Sums): number {
  return (
    x.weightedTardinessMin - y.weightedTardinessMin ||
    x.weightedCompletionMin - y.weightedCompletionMin
  )
}
