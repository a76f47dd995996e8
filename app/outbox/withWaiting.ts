import { doingKey } from '~~/core/run'
import type { WorkTold } from '~~/shared/schemas/work'
import type { PlanTaskRow, PlanView, TaskTold } from '~~/shared/types/plan'

const isOf = ({ does, orderLineId }: PlanTaskRow, event: WorkTold): boolean =>
  does !== null &&
  orderLineId === event.lineId &&
  doingKey(does) === doingKey(event) &&
  event.first <= does.first &&
  does.first + does.pieces <= event.first + event.pieces

/** A plan as it stands with what was told at this device and the server does not know yet. */
export function withWaiting(plan: PlanView, events: readonly WorkTold[]): PlanView {
  if (events.length === 0) return plan
  const toldOf = (task: PlanTaskRow): TaskTold | null => {
    const last = events.findLast((event) => isOf(task, event))
    if (!last) return task.told
    const { kind, at, personId, untilAt } = last
    return kind === 'taken back' ? null : { kind, at, personId, untilAt }
  }
  return { ...plan, tasks: plan.tasks.map((task) => ({ ...task, told: toldOf(task) })) }
}
