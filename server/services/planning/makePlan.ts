import { odds } from '../../../core/odds'
import { NO_TERMS, type AskKind, type PlanView } from '../../../shared/types'
import { database } from '../../db/database'
import { getKeptPlan, getNewestPlan, insertPlan, ownIdOf } from '../../db/plans'
import { inTransaction } from '../transactions'
import { requireMember, type Who } from '../Who'
import type { Weigh } from './oddsOf'
import { readSituation } from './situation'
import type { Solve } from './planAll'
import { workOut } from './workOut'

/** Odds in this very thread, for where nobody waits. */
const weighHere: Weigh = ({ request, planned, options }) => Promise.resolve(odds(request, planned, options))

/**
 * Plans all accepted orders forward from now, on the terms of the plan that holds, and makes the outcome the plan that holds.
 * Pots stay as they are: whose pots are mixed as one is proposed, never done unasked.
 * @param kind `keep` where something small changed and the rest is to stay, as after gathering pots
 */
export async function makePlan(who: Who, solve: Solve, now: Date, weigh: Weigh = weighHere, kind: AskKind = 'afresh'): Promise<PlanView> {
  requireMember(who)
  const { workspaceId } = who
  const keep = await getKeptPlan(database(), workspaceId)
  const terms = keep?.terms ?? NO_TERMS
  const situation = await readSituation(workspaceId, now, keep, terms)
  const { mixes: _none, ...worked } = await workOut(situation, { kind, terms, keep, gathers: false, solve, weigh })
  await inTransaction((trx) => insertPlan(trx, workspaceId, { ...worked, originAt: situation.origin, madeAt: now, madeBy: who.personId, terms, basedOn: keep && ownIdOf(keep), restores: null }))
  return (await getNewestPlan(database(), workspaceId)) as PlanView
}
