import type { PlanQuestion } from '../../../../core/tasks'
import type { PlanAnswer } from '../../../../core/plan'

/** By line that misses its promise in a plan: by how many minutes. */
export function lateLines(
  { request, meaning }: PlanQuestion,
  { tasks }: PlanAnswer,
): Map<number, number> {
  const due = new Map(request.jobs.map((job) => [job.id, job.dueMin ?? Infinity]))
  const late = new Map<number, number>()
  request.tasks.forEach(({ id, job }, i) => {
    const [line, lateMin] = [
      meaning.get(id)?.lineId,
      (tasks[i]?.endMin ?? 0) - (due.get(job) ?? Infinity),
    ]
    if (line !== undefined && lateMin > 0) late.set(line, Math.max(late.get(line) ?? 0, lateMin))
  })
  return late
}
