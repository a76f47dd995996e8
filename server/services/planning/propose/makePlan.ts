import { odds } from '../../../../core/odds'
import type { PlanView } from '../../../../shared/types/plan'
import { NO_TERMS } from '../../../../shared/schemas/planTerms'
import type { AskKind } from '../../../../shared/schemas/proposals'
import { database } from '../../../db/database'
import { getKeptPlan, insertPlan, newestPlanId, ownIdOf } from '../../../db/plans'
import { tell } from '../../../events/tell'
import { AppError } from '../../AppError'
import { inTurn } from '../../transactions'
import type { Who } from '../../Who'
import type { Weigh } from '../choose/oddsOf'
import { arrangeAllPots } from '../../pots/arrangePots'
import { readSituation } from '../situation/situation'
import type { Solve } from '../choose/planAll'
import { newestPlan } from '../newestPlan'
import { workOut } from './workOut'

/** Odds in this very thread, for where nobody waits. */
const weighHere: Weigh = (request) => Promise.resolve(odds(request))

/** How often it is worked out anew because somebody else changed the plan meanwhile. */
const MOST_TRIES = 3

/**
 * Plans all accepted orders forward from now, on the terms of the plan that holds, and makes the
 * outcome the plan that holds.
 * Where somebody changed that plan meanwhile, it is worked out again upon theirs, so that their
 * pins and terms are kept.
 * Pots stay as they are: whose pots are mixed as one is proposed, never done unasked.
 * @param kind `keep` where something small changed and the rest is to stay, as after gathering pots
 */
export async function makePlan(
  who: Who,
  solve: Solve,
  now: Date,
  weigh: Weigh | null = weighHere,
  kind: AskKind = 'afresh',
): Promise<PlanView> {
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    if (await planUponNewest(who, { solve, now, weigh, kind }))
      return (await newestPlan(database(), who.workspaceId)) as PlanView
  }
  throw new AppError(
    'conflict',
    'The plan is being changed by others again and again. Try once more in a moment.',
  )
}

/**
 * @returns whether the plan that it began from still held at its end; if not, nothing is changed
 */
async function planUponNewest(
  { workspaceId, personId }: Who,
  { solve, now, weigh, kind }: { solve: Solve; now: Date; weigh: Weigh | null; kind: AskKind },
): Promise<boolean> {
  await arrangeAllPots(workspaceId, now)
  const keep = await getKeptPlan(database(), workspaceId)
  const terms = keep?.terms ?? NO_TERMS
  const situation = await readSituation(workspaceId, now, keep, terms)
  const { mixes: _none, ...worked } = await workOut(situation, {
    kind,
    terms,
    keep,
    gathers: false,
    solve,
    weigh,
  })
  return inTurn(workspaceId, async (trx) => {
    if ((await newestPlanId(trx, workspaceId)) !== (keep?.id ?? null)) return false
    const id = await insertPlan(trx, workspaceId, {
      ...worked,
      originAt: situation.origin,
      madeAt: now,
      madeBy: personId,
      terms,
      basedOn: keep && ownIdOf(keep),
      restores: null,
    })
    tell(trx, workspaceId, { subject: 'plan', kind: 'made', id, by: personId, at: now })
    return true
  })
}
