import type { Knex } from 'knex'
import { NO_TERMS } from '../../shared/schemas/planTerms'
import { planAskSchema, type PlanAsk } from '../../shared/schemas/proposals'
import type { Proposal, ProposalState } from '../../shared/types/proposals'
import { jsonColumn } from './jsonColumn'
import { decimal, iso, type Db } from './rows'
import { outcomeColumn, type StoredOutcome } from './storedOutcome'

const askColumn = jsonColumn({
  name: 'plan_proposals.ask',
  schema: planAskSchema,
  upcasts: [
    (before: { terms: object }) => ({ ...before, terms: { ...NO_TERMS, ...before.terms } }),
  ],
})

export type StoredProposal = Omit<Proposal, 'outcome'> & {
  workspaceId: number
  outcome: StoredOutcome | null
  askedById: number
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
  progress: string
  follows: number
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
  progress: decimal(row.progress),
  outcome: row.outcome === null ? null : outcomeColumn.read(row.outcome),
  follows: row.follows === 1,
  askedById: row.asked_by,
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
 * Has the plan follow after a while, unless that is to be already.
 * @param afterMs so much more may be told meanwhile, by the clock of the database
 */
export async function insertFollowing(
  db: Db,
  { workspaceId, askedBy, askedAt }: { workspaceId: number; askedBy: number; askedAt: Date },
  afterMs: number,
): Promise<void> {
  const following = { workspace_id: workspaceId, follows: true }
  if (
    await db('plan_proposals')
      .where({ ...following, state: 'waiting' })
      .first('id')
  )
    return
  await db('plan_proposals').insert({
    ...following,
    asked_by: askedBy,
    asked_at: askedAt,
    ask: askColumn.write({ kind: 'keep', terms: NO_TERMS, suppose: [] }),
    not_before: leased(db, afterMs),
  })
}

/** Has a proposal of the kind wait once more. */
export async function putOffFollowing(db: Db, id: number, afterMs: number): Promise<void> {
  await db('plan_proposals')
    .where({ id, state: 'running' })
    .update({ state: 'waiting', worker: null, lease_until: null, not_before: leased(db, afterMs) })
}

/** Whether somebody is looking at what they have asked of the planner. */
export async function somebodyPlans(db: Db, workspaceId: number, since: Date): Promise<boolean> {
  const row: unknown = await db('plan_proposals')
    .where({ workspace_id: workspaceId, follows: false })
    .whereIn('state', ['waiting', 'running', 'done'])
    .where('asked_at', '>=', since)
    .first('id')
  return row !== undefined
}

/** The plan that would follow the one that holds, where a promise slips by it. */
export async function waitingSlip(
  db: Db,
  workspaceId: number,
  basePlanId: number,
): Promise<StoredProposal | null> {
  const row = (await withNames(db)
    .where({
      'plan_proposals.workspace_id': workspaceId,
      'plan_proposals.follows': true,
      'plan_proposals.state': 'done',
      'plan_proposals.base_plan_id': basePlanId,
    })
    .orderBy('plan_proposals.id', 'desc')
    .first()) as ProposalColumns | undefined
  return row ? proposalOf(row) : null
}

/** Lets go what followed before; it is worked out anew. */
export async function dropFollowing(db: Db, workspaceId: number, except: number): Promise<void> {
  await db('plan_proposals')
    .where({ workspace_id: workspaceId, follows: true })
    .whereNot({ id: except })
    .whereIn('state', ['done', 'failed', 'accepted'])
    .del()
}

/** Says beside which plan, and on whose terms, a following one is worked out. */
export async function setFollowingBase(
  db: Db,
  id: number,
  { basePlanId, ask, askedAt }: { basePlanId: number; ask: PlanAsk; askedAt: Date },
): Promise<void> {
  await db('plan_proposals')
    .where({ id })
    .update({ base_plan_id: basePlanId, ask: askColumn.write(ask), asked_at: askedAt })
}

/**
 * Workshops whose plan has hands' work behind it that nobody has told, and has not followed for a
 * while.
 * @param since plans younger than that are left alone
 * @param endedBefore so late a task has to be
 */
export async function workshopsBehind(
  db: Db,
  { since, endedBefore }: { since: Date; endedBefore: Date },
): Promise<{ workspaceId: number; askedBy: number }[]> {
  return (await db('plans')
    .join('workspaces', 'workspaces.id', 'plans.workspace_id')
    .where('workspaces.plan_follows', 'itself')
    .whereIn('plans.id', db('plans').groupBy('workspace_id').max('id'))
    .where('plans.made_at', '<', since)
    .whereNotExists(
      db('plan_proposals')
        .whereRaw('plan_proposals.workspace_id = plans.workspace_id')
        .where({ follows: true })
        .where((recent) =>
          recent
            .whereIn('state', ['waiting', 'running'])
            .orWhere((slipped) => slipped.where('asked_at', '>=', since)),
        )
        .select(db.raw('1')),
    )
    .whereExists(
      db('plan_tasks')
        .whereRaw('plan_tasks.plan_id = plans.id AND plan_tasks.end_at > plans.origin_at')
        .where({ attended: true })
        .where('end_at', '<', endedBefore)
        .select(db.raw('1')),
    )
    .select('plans.workspace_id as workspaceId', 'plans.made_by as askedBy')) as {
    workspaceId: number
    askedBy: number
  }[]
}

/** A lease of a proposal, by the clock of the database, which all servers share. */
const leased = (db: Db, leaseMs: number) =>
  db.raw('UTC_TIMESTAMP(3) + INTERVAL ? MICROSECOND', [1000 * leaseMs])

/**
 * Claims the next proposal of all workshops for a worker: one that waits, or one whose worker has
 * not renewed its lease. People are served in turn: first who has been served longest ago.
 * @returns null where there is nothing to do
 */
export async function claimProposal(
  db: Knex,
  worker: string,
  leaseMs: number,
): Promise<{ id: number; workspaceId: number } | null> {
  return db.transaction(async (trx) => {
    const served = trx('plan_proposals as own')
      .whereRaw('own.asked_by = plan_proposals.asked_by')
      .max('own.started_at')
    const next = (await trx('plan_proposals')
      .where((open) =>
        open
          .where({ state: 'waiting' })
          .orWhere((left) =>
            left
              .where({ state: 'running' })
              .whereRaw('(lease_until IS NULL OR lease_until < UTC_TIMESTAMP(3))'),
          ),
      )
      .where((due) => due.whereNull('not_before').orWhereRaw('not_before <= UTC_TIMESTAMP(3)'))
      .orderByRaw('follows, (?) IS NOT NULL, (?), id', [served.clone(), served.clone()])
      .forUpdate()
      .skipLocked()
      .first('id', 'workspace_id as workspaceId')) as
      { id: number; workspaceId: number } | undefined
    if (!next) return null
    await trx('plan_proposals')
      .where({ id: next.id })
      .update({
        state: 'running',
        worker,
        lease_until: leased(trx, leaseMs),
        started_at: trx.raw('UTC_TIMESTAMP(3)'),
      })
    return next
  })
}

/**
 * Says that a worker is still at it, and how far.
 * @returns whether it still has the proposal: somebody may have stopped it, or another taken it over
 */
export async function renewLease(
  db: Db,
  id: number,
  worker: string,
  { leaseMs, progress }: { leaseMs: number; progress: number },
): Promise<boolean> {
  const renewed = await db('plan_proposals')
    .where({ id, worker, state: 'running' })
    .update({ lease_until: leased(db, leaseMs), progress })
  return renewed === 1
}

/** How many proposals of somebody wait or are being worked out. */
export async function countOpenProposals(db: Db, personId: number): Promise<number> {
  const row = (await db('plan_proposals')
    .where({ asked_by: personId, follows: false })
    .whereIn('state', ['waiting', 'running'])
    .count('* as count')
    .first()) as { count: number } | undefined
  return Number(row?.count ?? 0)
}

/**
 * @param found what came of it; with a worker only where that still has it
 * @returns whether the proposal was in the state that was left
 */
export async function moveProposal(
  db: Db,
  id: number,
  from: readonly ProposalState[],
  to: ProposalState,
  found: { message?: string; outcome?: StoredOutcome; worker?: string } = {},
): Promise<boolean> {
  const changed = await db('plan_proposals')
    .where({ id, ...(found.worker !== undefined && { worker: found.worker }) })
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
