import { MS_PER_MIN } from '../../../../core/units'
import type { PlanSlip } from '../../../../shared/types/plan'
import type { PromiseRow } from '../../../../shared/types/promises'
import { database } from '../../../db/database'
import {
  dropFollowedPlan,
  getKeptPlan,
  getNewestPlan,
  insertPlan,
  newestPlanId,
} from '../../../db/plans'
import * as rows from '../../../db/proposals'
import type { Db } from '../../../db/rows'
import { getRules } from '../../../db/workspaces'
import { tell } from '../../../events/tell'
import { arrangeAllPots } from '../../pots/arrangePots'
import { inTurn } from '../../transactions'
import type { Who } from '../../Who'
import type { Weigh } from '../choose/oddsOf'
import type { Solve } from '../choose/planAll'
import { plannedTasks, workOutProposal } from './proposals'

/** Hands tell several things one after the other: the plan follows them together. */
const GATHERS_MS = 20_000
/** Who has asked something of the planner looks at it for so long; the plan does not move under it. */
const LOOKED_AT_MS = 2 * MS_PER_MIN
const AGAIN_MS = 15_000
/** Work of hands is late when it should have ended so long ago; a starting value. */
const LATE_MS = 20 * MS_PER_MIN
/** What runs late is followed no oftener. */
const RESTS_MS = 20 * MS_PER_MIN

/**
 * Has the plan follow what was just told, where the workshop wants that and has a plan. It is worked
 * out once the transaction has ended.
 */
export async function askToFollow(trx: Db, who: Who, now: Date): Promise<void> {
  const { workspaceId, personId } = who
  if ((await getRules(trx, workspaceId)).planFollows !== 'itself') return
  if ((await newestPlanId(trx, workspaceId)) === null) return
  await rows.insertFollowing(trx, { workspaceId, askedBy: personId, askedAt: now }, GATHERS_MS)
}

/** Has the plans follow in which hands' work is behind that nobody has told. */
export async function followWhatIsLate(now: Date): Promise<void> {
  const behind = await rows.workshopsBehind(database(), {
    since: new Date(now.getTime() - RESTS_MS),
    endedBefore: new Date(now.getTime() - LATE_MS),
  })
  for (const { workspaceId, askedBy } of behind)
    await inTurn(workspaceId, (trx) =>
      rows.insertFollowing(trx, { workspaceId, askedBy, askedAt: now }, 0),
    )
}

/** The orders of which a promise would be kept later, or not at all, and was not so before. */
const slips = (was: readonly PromiseRow[], will: readonly PromiseRow[]): number[] =>
  will.flatMap(({ orderId, readyAt, lateMin }) => {
    const before = was.find((promise) => promise.orderId === orderId)
    if (!before || before.readyAt === null) return []
    const isWorse = readyAt === null || lateMin > Math.max(0, before.lateMin)
    return isWorse ? [orderId] : []
  })

/**
 * Works out the plan that follows what has happened, from the plan that holds. It becomes the one
 * that holds where no promise slips by it; else it waits for somebody to look. Where somebody is
 * planning, or has meanwhile, it is put off.
 */
export async function followPlan(
  proposal: rows.StoredProposal,
  solve: Solve,
  weigh: Weigh | null,
  now: Date,
): Promise<void> {
  const { id, workspaceId, askedById } = proposal
  const db = database()
  if (await rows.somebodyPlans(db, workspaceId, new Date(now.getTime() - LOOKED_AT_MS)))
    return rows.putOffFollowing(db, id, AGAIN_MS)
  await arrangeAllPots(workspaceId, now)
  const [keep, shown] = [await getKeptPlan(db, workspaceId), await getNewestPlan(db, workspaceId)]
  if (!keep || shown?.id !== keep.id) return rows.putOffFollowing(db, id, AGAIN_MS)
  const ask = { ...proposal.ask, terms: keep.terms }
  await rows.setFollowingBase(db, id, { basePlanId: keep.id, ask, askedAt: now })
  const outcome = await workOutProposal(
    { ...proposal, ask, basePlanId: keep.id },
    solve,
    weigh,
    now,
  )
  await inTurn(workspaceId, async (trx) => {
    if ((await newestPlanId(trx, workspaceId)) !== keep.id)
      return rows.putOffFollowing(trx, id, AGAIN_MS)
    const isSlip = slips(shown.promises, outcome.promises).length > 0
    const isOurs = isSlip
      ? await rows.moveProposal(trx, id, ['running'], 'done', { outcome })
      : await rows.moveProposal(trx, id, ['running'], 'accepted')
    if (!isOurs) return
    await rows.dropFollowing(trx, workspaceId, id)
    if (isSlip) {
      tell(trx, workspaceId, { subject: 'plan', kind: 'slips', id: keep.id, by: null, at: now })
      return
    }
    // What it changes is what happened: taking back goes to before what somebody decided.
    const planId = await insertPlan(trx, workspaceId, {
      ...outcome,
      tasks: plannedTasks(outcome),
      originAt: new Date(outcome.originAt),
      madeAt: now,
      madeBy: askedById,
      basedOn: keep.basedOn,
      restores: keep.restores,
      followed: true,
    })
    await dropFollowedPlan(trx, workspaceId, keep.id)
    tell(trx, workspaceId, { subject: 'plan', kind: 'followed', id: planId, by: null, at: now })
  })
}

/** The promises that would slip if the plan followed what has happened; null where none does. */
export async function slipOf(
  db: Db,
  workspaceId: number,
  planId: number,
  promises: readonly PromiseRow[],
): Promise<PlanSlip | null> {
  const waiting = await rows.waitingSlip(db, workspaceId, planId)
  if (!waiting?.outcome) return null
  const orderIds = slips(promises, waiting.outcome.promises)
  return { proposalId: waiting.id, orderIds }
}
