import { numbersOf } from '../../../core/trade'
import { doingKey, type FoldedWork } from '../../../core/run'
import type { PlanTaskRow, PlanView, TaskTold } from '../../../shared/types/plan'
import { getNewestPlan } from '../../db/plans'
import { iso, isoOrNull, type Db } from '../../db/rows'
import { readFailures } from '../pots/failures'
import { readWork } from '../work/readWork'

/** The newest plan, with what hands have told of its tasks; null before the first. */
export async function newestPlan(db: Db, workspaceId: number): Promise<PlanView | null> {
  const plan = await getNewestPlan(db, workspaceId)
  if (!plan) return null
  const lineIds = [...new Set(plan.tasks.flatMap((task) => (task.does ? [task.orderLineId] : [])))]
  const failures = await readFailures(db, workspaceId, lineIds)
  const work = await readWork(db, workspaceId, lineIds, failures)
  return {
    ...plan,
    tasks: plan.tasks.map((task) => ({ ...task, told: toldOf(task, work.get(task.orderLineId)) })),
  }
}

/** What was told of a task, where that is the same of all of its pieces. */
function toldOf({ does }: PlanTaskRow, work: FoldedWork | undefined): TaskTold | null {
  if (!does || !work) return null
  const byPiece = work.get(doingKey(does))
  const states = numbersOf(does).map((number) => byPiece?.get(number))
  const [one] = states
  return one && states.every((state) => state?.kind === one.kind)
    ? {
        kind: one.kind,
        at: iso(one.at),
        personId: one.personId,
        untilAt: isoOrNull(one.untilAt),
      }
    : null
}
