import { checkPlan, plan, type PlanAnswer, type PlanRequest } from '../../core/plan'

/**
 * Plans within a limit, and sees to it that the answer holds. @throws when the planner broke a
 * constraint
 */
export function solveTimed(
  request: PlanRequest,
  limit: NonNullable<PlanRequest['limit']>,
): { answer: PlanAnswer | null; code: string; ms: number } {
  const startedAt = performance.now()
  const result = plan({ ...request, limit }, { now: () => performance.now(), startedAt })
  const ms = performance.now() - startedAt
  if (!result.ok) return { answer: null, code: result.code, ms }
  const broken = checkPlan(request, result.value.tasks)
  if (broken.length > 0)
    throw new Error(
      `the planner broke ${broken.length} constraints, first: ${broken[0]?.task} ${broken[0]?.message}`,
    )
  return { answer: result.value, code: '', ms }
}
