import type { GatherFields } from '../../../../shared/schemas/pots'
import type { PlanTaskRow, PlanView } from '../../../../shared/types/plan'
import type { PlanAsk } from '../../../../shared/schemas/proposals'
import type { GatheredMix, MovedTask, Proposal } from '../../../../shared/types/proposals'
import { database } from '../../../db/database'
import {
  getKeptPlan,
  insertPlan,
  newestPlanId,
  ownIdOf,
  planMadeFrom,
  type KeptPlan,
  type NewPlanTask,
} from '../../../db/plans'
import { existingPots } from '../../../db/pots'
import * as rows from '../../../db/proposals'
import type { StoredOutcome } from '../../../db/storedOutcome'
import type { Db } from '../../../db/rows'
import { listStations } from '../../../db/workshop'
import { tell } from '../../../events/tell'
import { AppError } from '../../AppError'
import { arrangeAllPots } from '../../pots/arrangePots'
import { regather } from '../../pots/pots'
import { found, inTransaction, inTurn } from '../../transactions'
import type { Who } from '../../Who'
import type { Weigh } from '../choose/oddsOf'
import { readSituation, type Situation } from '../situation/situation'
import type { Solve } from '../choose/planAll'
import { newestPlan } from '../newestPlan'
import { workOut, type WorkedOut } from './workOut'
import { MS_PER_DAY, MS_PER_MIN } from '../../../../core/units'

/** A proposal nobody accepted is kept so long. */
const KEPT_DAYS = 2
/** Afterwards too much has gone on in the workshop to take it as it is. */
const FRESH_MS = 30 * MS_PER_MIN
/** So many questions of one person wait or are worked out at a time. */
const MOST_OPEN = 3
const RETRY_AFTER_S = 5

/** Writes down what is asked of the planner; the queue works it out. */
export async function propose(who: Who, ask: PlanAsk, now: Date): Promise<number> {
  const { workspaceId, personId } = who
  await arrangeAllPots(workspaceId, now)
  return inTransaction(async (trx) => {
    if ((await rows.countOpenProposals(trx, personId)) >= MOST_OPEN)
      throw new AppError(
        'too-many-tries',
        `${MOST_OPEN} of your questions are being worked out; wait for one, or let one go.`,
        { retryAfterS: RETRY_AFTER_S },
      )
    const before = new Date(now.getTime() - KEPT_DAYS * MS_PER_DAY)
    await rows.removeOldProposals(trx, workspaceId, before)
    const id = await rows.insertProposal(trx, {
      workspaceId,
      askedBy: personId,
      askedAt: now,
      basePlanId: await newestPlanId(trx, workspaceId),
      ask,
    })
    tell(trx, workspaceId, { subject: 'proposal', kind: 'asked', id, by: personId, at: now })
    return id
  })
}

/** Takes a proposal off the queue or stops it. */
export async function cancelProposal(who: Who, id: number, now: Date): Promise<void> {
  await inTransaction(async (trx) => {
    found(await rows.getProposal(trx, who.workspaceId, id), 'proposal')
    await rows.moveProposal(trx, id, ['waiting', 'running', 'done', 'failed'], 'cancelled')
    tell(trx, who.workspaceId, {
      subject: 'proposal',
      kind: 'let go',
      id,
      by: who.personId,
      at: now,
    })
  })
}

/** A proposal as people see it. */
export const getProposal = async (who: Who, id: number): Promise<Proposal> =>
  viewOf(found(await rows.getProposal(database(), who.workspaceId, id), 'proposal'))

function viewOf({
  workspaceId: _workspace,
  askedById: _asker,
  outcome,
  ...proposal
}: rows.StoredProposal): Proposal {
  const isOver = proposal.state !== 'waiting' && proposal.state !== 'running'
  return {
    ...proposal,
    progress: isOver ? 1 : proposal.progress,
    outcome: outcome && {
      promises: outcome.promises,
      moved: outcome.moved,
      mixes: (outcome.mixes ?? []).map(({ letters, savesMin, savesMl }) => ({
        letters,
        savesMin,
        savesMl,
      })),
      tasks: outcome.tasks
        .filter((task) => task.endAt > task.startAt)
        .map(({ stationId: _station, ...task }): PlanTaskRow => ({ ...task, told: null })),
    },
  }
}

/** Works a proposal out against the plan that it was asked beside. */
export async function workOutProposal(
  proposal: rows.StoredProposal,
  solve: Solve,
  weigh: Weigh | null,
  now: Date,
): Promise<StoredOutcome> {
  const { workspaceId, ask, basePlanId } = proposal
  const db = database()
  const keep = basePlanId === null ? null : await getKeptPlan(db, workspaceId, basePlanId)
  const situation = await readSituation(workspaceId, now, keep, ask.terms, ask.suppose)
  const worked = await workOut(situation, {
    kind: ask.kind,
    terms: ask.terms,
    keep,
    gathers: ask.kind === 'afresh',
    solve,
    weigh,
  })
  return storedOutcome(worked, situation, keep, ask, await stationNames(db, workspaceId))
}

const stationNames = async (db: Db, workspaceId: number) =>
  new Map((await listStations(db, workspaceId)).map((station) => [station.id, station.name]))

const isReal = (lineId: number): boolean => lineId > 0

function storedOutcome(
  worked: WorkedOut,
  { origin }: Situation,
  keep: KeptPlan | null,
  ask: PlanAsk,
  stations: ReadonlyMap<number, string>,
): StoredOutcome {
  return {
    objective: worked.objective,
    promises: worked.promises,
    // What was only supposed is not kept: it has no line of an order.
    sandedJoints: worked.sandedJoints.filter(({ lineId }) => isReal(lineId)),
    boxLines: worked.boxLines.filter(isReal),
    mixes: worked.mixes,
    terms: ask.terms,
    originAt: origin.toISOString(),
    moved: movedTasks(worked.tasks, keep),
    tasks: worked.tasks.map((task) => ({
      ...task,
      startAt: task.startAt.toISOString(),
      endAt: task.endAt.toISOString(),
      station: task.stationId === null ? null : (stations.get(task.stationId) ?? null),
    })),
  }
}

/** What has ended by the log or the plan is remembered, and moves no more. */
const isOver = ({ startAt, endAt }: NewPlanTask) => endAt.getTime() <= startAt.getTime()

function movedTasks(tasks: readonly NewPlanTask[], keep: KeptPlan | null): MovedTask[] {
  const before = new Map(keep?.tasks.map((task) => [task.key, task]))
  return tasks.flatMap((task) => {
    const was = before.get(task.key)
    // What is going on already begins at the new plan's first minute and ends when it would have.
    const isSame =
      was &&
      (was.startAt.getTime() === task.startAt.getTime() ||
        was.endAt.getTime() === task.endAt.getTime()) &&
      was.personId === task.personId
    if (!was || isSame || isOver(task)) return []
    return [
      {
        key: task.key,
        title: task.title,
        orderId: task.orderId,
        fromAt: was.startAt.toISOString(),
        toAt: task.startAt.toISOString(),
        fromPersonId: was.personId,
        toPersonId: task.personId,
      },
    ]
  })
}

/** Makes a proposal the plan that holds, unless somebody was faster or it was only supposed. */
export async function acceptProposal(who: Who, id: number, now: Date): Promise<PlanView> {
  const { workspaceId } = who
  await inTurn(workspaceId, async (trx) => {
    const { state, outcome, ask, askedAt, basePlanId } = found(
      await rows.getProposal(trx, workspaceId, id),
      'proposal',
    )
    if (state !== 'done' || !outcome)
      throw new AppError('conflict', 'This proposal is not ready, or was accepted already.')
    if (ask.suppose.length > 0)
      throw new AppError(
        'invalid-input',
        'This was only supposed: take the order, buy the mould or judge the piece first, then plan.',
      )
    if (now.getTime() - Date.parse(askedAt) > FRESH_MS)
      throw new AppError(
        'conflict',
        'This was worked out more than half an hour ago. Ask again, so that it begins from now.',
      )
    const holds = await requireNewest(trx, workspaceId, basePlanId)
    await rows.moveProposal(trx, id, ['done'], 'accepted')
    if (outcome.mixes?.length) await regather(trx, who, gatheringOf(outcome.mixes), now)
    const planId = await insertPlan(trx, workspaceId, {
      objective: outcome.objective,
      promises: outcome.promises,
      terms: outcome.terms,
      sandedJoints: outcome.sandedJoints,
      boxLines: outcome.boxLines,
      tasks: await stillThere(trx, workspaceId, plannedTasks(outcome)),
      originAt: new Date(outcome.originAt),
      madeAt: now,
      madeBy: who.personId,
      basedOn: holds && ownIdOf(holds),
      restores: null,
    })
    tell(trx, workspaceId, {
      subject: 'plan',
      kind: 'accepted',
      id: planId,
      by: who.personId,
      at: now,
    })
  })
  return (await newestPlan(database(), workspaceId)) as PlanView
}

/** The tasks of a proposal as a plan keeps them. */
export const plannedTasks = ({ tasks }: StoredOutcome): NewPlanTask[] =>
  tasks.map(({ station: _station, ...task }) => ({
    ...task,
    startAt: new Date(task.startAt),
    endAt: new Date(task.endAt),
  }))

/** What people would have done on the gathering table. */
const gatheringOf = (mixes: readonly GatheredMix[]): GatherFields => ({
  from: mixes.flatMap(({ from }) => from),
  pots: mixes.map(({ keep, portions }) => ({ keep, portions })),
})

/**
 * A pot can have been gathered or spoiled while the proposal lay there; then it has to be worked
 * out again.
 */
async function stillThere(
  db: Db,
  workspaceId: number,
  tasks: NewPlanTask[],
): Promise<NewPlanTask[]> {
  const wanted = [...new Set(tasks.flatMap((task) => (task.potId === null ? [] : [task.potId])))]
  const there = await existingPots(db, workspaceId, wanted)
  if (wanted.some((pot) => !there.has(pot)))
    throw changedMeanwhile(await newestPlan(db, workspaceId))
  return tasks
}

/**
 * The plan that holds, if it is still the one that somebody looked at; else the refusal that shows
 * the other.
 */
async function requireNewest(
  db: Db,
  workspaceId: number,
  expected: number | null,
): Promise<KeptPlan | null> {
  const holds = await getKeptPlan(db, workspaceId)
  if ((holds?.id ?? null) !== expected) throw changedMeanwhile(await newestPlan(db, workspaceId))
  return holds
}

const changedMeanwhile = (current: PlanView | null) =>
  new AppError(
    'conflict',
    current
      ? `${current.madeBy} changed the plan in the meantime. Look at it, and ask again.`
      : 'The plan changed in the meantime.',
    { current },
  )

/**
 * Brings back the plan before the one that holds, or with `redo` the one that was brought back
 * from.
 * Its tasks go back to where they lay as far as the day allows; what has been poured since stays
 * poured.
 */
export async function restorePlan(
  who: Who,
  planId: number,
  direction: 'undo' | 'redo',
  solve: Solve,
  weigh: Weigh | null,
  now: Date,
): Promise<PlanView> {
  const { workspaceId } = who
  const db = database()
  const holds = await requireNewest(db, workspaceId, planId)
  const own =
    holds && holds.restores !== null ? await getKeptPlan(db, workspaceId, holds.restores) : holds
  const wanted =
    direction === 'undo'
      ? (own?.basedOn ?? null)
      : holds && holds.restores !== null
        ? await planMadeFrom(db, workspaceId, holds.restores)
        : null
  const keep = wanted === null ? null : await getKeptPlan(db, workspaceId, wanted)
  if (!keep)
    throw new AppError(
      'unknown',
      direction === 'undo'
        ? 'There is no plan before this one.'
        : 'Nothing was undone since this plan was made.',
    )
  await arrangeAllPots(workspaceId, now)
  const situation = await readSituation(workspaceId, now, holds, keep.terms)
  const { mixes: _none, ...worked } = await workOut(situation, {
    kind: 'keep',
    terms: keep.terms,
    keep,
    gathers: false,
    solve,
    weigh,
  })
  await inTurn(workspaceId, async (trx) => {
    await requireNewest(trx, workspaceId, planId)
    const id = await insertPlan(trx, workspaceId, {
      ...worked,
      terms: keep.terms,
      originAt: situation.origin,
      madeAt: now,
      madeBy: who.personId,
      basedOn: keep.basedOn,
      restores: keep.id,
    })
    tell(trx, workspaceId, {
      subject: 'plan',
      kind: 'brought back',
      id,
      by: who.personId,
      at: now,
    })
  })
  return (await newestPlan(db, workspaceId)) as PlanView
}
