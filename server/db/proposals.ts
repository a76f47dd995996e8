import { NO_TERMS } from '../../shared/schemas/planTerms'
import { planAskSchema, type PlanAsk } from '../../shared/schemas/proposals'
import type { Proposal, ProposalState } from '../../shared/types/proposals'
import { jsonColumn } from './jsonColumn'
import { iso, type Db } from './rows'
import { outcomeColumn, type StoredOutcome } from './storedOutcome'

const askColumn = jsonColumn({
  name: 'plan_proposals.ask',
  schema: planAskSchema,
  upcasts: [
    (before: { terms: object }) => ({ ...before, terms: { ...NO_TERMS, ...before.terms } }),
  ],
})

export type StoredProposal = Omit<Proposal, 'outcome' | 'progress'> & {
  workspaceId: number
  outcome: StoredOutcome | null
}

interface ProposalColumns {
  id: number
  workspace_id: number
  asked_by: number
  asked_by_name: string
  asked_at: Date
  base_plan_id: number | null
  state: ProposalState
  ask: string
  message: string | null
  outcome: string | null
}

const proposalOf = (row: ProposalColumns): StoredProposal => ({
  id: row.id,
  workspaceId: row.workspace_id,
  askedBy: row.asked_by_name,
  askedAt: iso(row.asked_at),
  basePlanId: row.base_plan_id,
  state: row.state,
  ask: askColumn.read(row.ask),
  message: row.message,
  outcome: row.outcome === null ? null : outcomeColumn.read(row.outcome),
})
const withNames = (db: Db) =>
  db('plan_proposals')
    .join('people', 'people.id', 'plan_proposals.asked_by')
    .select('plan_proposals.*', 'people.name as asked_by_name')

export async function insertProposal(
  db: Db,
  proposal: {
    workspaceId: number
    askedBy: number
    askedAt: Date
    basePlanId: number | null
    ask: PlanAsk
  },
): Promise<number> {
  const { workspaceId, askedBy, askedAt, basePlanId, ask } = proposal
  const [id = 0] = await db('plan_proposals').insert({
    workspace_id: workspaceId,
    asked_by: askedBy,
    asked_at: askedAt,
    base_plan_id: basePlanId,
    ask: askColumn.write(ask),
  })
  return id
}

export async function getProposal(
  db: Db,
  workspaceId: number,
  id: number,
): Promise<StoredProposal | null> {
  const row = (await withNames(db)
    .where({ 'plan_proposals.workspace_id': workspaceId, 'plan_proposals.id': id })
    .first()) as ProposalColumns | undefined
  return row ? proposalOf(row) : null
}

/**
 * Those of all workshops that are not worked out yet, the oldest first: what a restarted server
 * goes on with.
 */
export async function listUnfinishedProposals(db: Db): Promise<StoredProposal[]> {
  return (
    (await withNames(db)
      .whereIn('plan_proposals.state', ['waiting', 'running'])
      .orderBy('plan_proposals.id')) as ProposalColumns[]
  ).map(proposalOf)
}

/** @returns whether the proposal was in the state that was left */
export async function moveProposal(
  db: Db,
  id: number,
  from: readonly ProposalState[],
  to: ProposalState,
  found: { message?: string; outcome?: StoredOutcome } = {},
): Promise<boolean> {
  const changed = await db('plan_proposals')
    .where({ id })
    .whereIn('state', [...from])
    .update({
      state: to,
      ...(found.message !== undefined && { message: found.message }),
      ...(found.outcome && { outcome: outcomeColumn.write(found.outcome) }),
    })
  return changed === 1
}

/**
 * Takes away what is of no use any more; accepted ones stay for the record, without their copy of
 * the plan.
 */
export async function removeOldProposals(db: Db, workspaceId: number, before: Date): Promise<void> {
  await db('plan_proposals')
    .where({ workspace_id: workspaceId })
    .where('asked_at', '<', before)
    .whereIn('state', ['done', 'failed', 'cancelled'])
    .del()
}
