import type { PlanAnswer, PlanLag, PlannedTask, WhyThen } from '../plan'

/** One link of the chain that holds the last task of a line where it is. */
export interface HoldingLink {
  task: PlannedTask
  why: WhyThen
  /** Minutes that this link alone takes: the task itself, and the wait before it. */
  takesMin: number
  waitMin: number
}

/**
 * Follows what holds a line's last task in place, back to where nothing holds any more.
 * A wait for a shift names nobody, so there the chain goes on with the task that had to come
 * before.
 * @param taskIds the tasks of the line
 * @param lags of the plan's request
 * @returns the chain from its beginning to the last task
 */
export function holdingChain(
  plan: PlanAnswer,
  taskIds: ReadonlySet<string>,
  lags: readonly PlanLag[],
): HoldingLink[] {
  const at = new Map(plan.tasks.map((task) => [task.id, task]))
  const why = new Map(plan.why.map((one) => [one.task, one]))
  let current = plan.tasks
    .filter((task) => taskIds.has(task.id))
    .reduce<PlannedTask | null>(
      (last, task) => (!last || task.endMin > last.endMin ? task : last),
      null,
    )
  const chain: HoldingLink[] = []
  const seen = new Set<string>()
  while (current && !seen.has(current.id)) {
    seen.add(current.id)
    const reason: WhyThen = why.get(current.id) ?? { task: current.id, binding: 'none', with: null }
    const before: PlannedTask | null =
      reason.with !== null
        ? (at.get(reason.with) ?? null)
        : reason.binding === 'shift'
          ? lastBefore(current, at, lags)
          : null
    const waitMin = before ? Math.max(0, current.startMin - before.endMin) : 0
    chain.unshift({
      task: current,
      why: reason,
      takesMin: current.endMin - current.startMin,
      waitMin,
    })
    current = before
  }
  return chain
}

function lastBefore(
  task: PlannedTask,
  at: ReadonlyMap<string, PlannedTask>,
  lags: readonly PlanLag[],
): PlannedTask | null {
  const earlier = lags
    .flatMap((lag) => (lag.to === task.id ? (at.get(lag.from) ?? []) : []))
    .filter((one) => one.endMin <= task.startMin)
  return earlier.reduce<PlannedTask | null>(
    (last, one) => (!last || one.endMin > last.endMin ? one : last),
    null,
  )
}
