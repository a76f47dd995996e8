import type { PlanView } from '../../../shared/types/plan'
import { database } from '../../db/database'
import { ownersByOrder } from '../../db/orders'
import { may, withoutTitles } from '../rights'
import { newestPlan } from './newestPlan'
import { slipOf } from './propose/follow'
import type { Who } from '../Who'

/** The plan that holds now; null before the first was made. */
export async function currentPlan(who: Who): Promise<PlanView | null> {
  const db = database()
  const plan = await newestPlan(db, who.workspaceId)
  if (!plan) return null
  const slip = may(who, 'plan') ? await slipOf(db, who.workspaceId, plan.id, plan.promises) : null
  return planFor(who, { ...plan, slip })
}

/** A plan as somebody may see it: all that is done, but promises of their own orders only. */
async function planFor(who: Who, plan: PlanView): Promise<PlanView> {
  if (may(who, 'see orders', [null])) return plan
  const owners = await ownersByOrder(
    database(),
    who.workspaceId,
    plan.promises.map(({ orderId }) => orderId),
  )
  const isSeen = ({ orderId }: { orderId: number }) =>
    may(who, 'see orders', [owners.get(orderId) ?? null])
  const hidden = plan.promises.filter((promise) => !isSeen(promise)).map(({ title }) => title)
  return {
    ...plan,
    promises: plan.promises
      .filter(isSeen)
      .map((promise) => ({ ...promise, because: withoutTitles(promise.because, hidden) })),
  }
}
