import { checkPlan, type PlannedTask } from '../plan'
import type { Issue } from '../issue'
import { answer, issue, refuse, type Result } from '../result'
import type { OddsRequest } from './types'

/**
 * The planned tasks in the order of the request.
 * @returns `invalid-input` where they are no correct plan for it, or where the chance speaks of what
 *   is not in it
 */
export function plannedOf({ plan, tasks, chance }: OddsRequest): Result<PlannedTask[]> {
  const byId = new Map(tasks.map((task) => [task.id, task]))
  const taskIds = new Set(plan.tasks.map((task) => task.id))
  const jobIds = new Set(plan.jobs.map((job) => job.id))
  const issues = [
    ...pointed(
      tasks,
      ({ id }) => id,
      (i) => `tasks[${i}].id`,
      taskIds,
    ),
    ...pointed(
      chance?.certain ?? [],
      (id) => id,
      (i) => `chance.certain[${i}]`,
      taskIds,
    ),
    ...pointed(
      chance?.again ?? [],
      ({ job }) => job,
      (i) => `chance.again[${i}].job`,
      jobIds,
    ),
  ]
  const missing = plan.tasks.filter((task) => !byId.has(task.id)).map((task) => task.id)
  if (missing.length > 0) issues.push(issue('tasks', 'plan-lacks', { tasks: missing }))
  if (issues.length > 0) return refuse('invalid-input', ...issues)
  const place = new Map(tasks.map((task, i) => [task.id, i]))
  const broken = checkPlan(plan, tasks)
  return broken.length > 0
    ? refuse(
        'invalid-input',
        ...broken.map(({ task, constraint }) =>
          issue(`tasks[${place.get(task) ?? 0}]`, 'plan-breaks', { task, constraint }),
        ),
      )
    : answer(plan.tasks.flatMap((task) => byId.get(task.id) ?? []))
}

/** Names that are not known, or stand twice. */
function pointed<T>(
  list: readonly T[],
  nameOf: (entry: T) => string,
  path: (i: number) => string,
  known: ReadonlySet<string>,
): Issue[] {
  const seen = new Set<string>()
  return list.flatMap((entry, i) => {
    const name = nameOf(entry)
    const twice = seen.has(name)
    seen.add(name)
    if (twice) return [issue(path(i), 'name-twice', { name })]
    return known.has(name) ? [] : [issue(path(i), 'name-unknown', { name })]
  })
}
