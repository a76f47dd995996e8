import { now } from '../clock'
import type { PlanAsk } from '../../shared/schemas/proposals'
import { database } from '../db/database'
import { getProposal, listUnfinishedProposals, moveProposal } from '../db/proposals'
import { AppError } from '../services/AppError'
import { propose, workOutProposal } from '../services/planning/propose/proposals'
import { found } from '../services/transactions'
import type { Who } from '../services/Who'
import { log } from '../utils/log'
import { planInWorker, weighInWorker, type Watch } from './pool'

/** How much of the waiting is planning; the rest goes into the odds. */
const PLANNING_SHARE = 0.7

interface Running {
  id: number
  progress: number
  stop: AbortController
}

let running: Running | null = null
let isAwake = false

/** How far a proposal is, 0 to 1. */
export const progressOf = (id: number): number => (running?.id === id ? running.progress : 0)

/** Writes down what is asked and sees to it that it is worked out. */
export async function enqueue(who: Who, ask: PlanAsk, now: Date): Promise<number> {
  const id = await propose(who, ask, now)
  void wake()
  return id
}

/** Takes a proposal off the queue or stops it. */
export async function cancelProposal(who: Who, id: number): Promise<void> {
  const db = database()
  found(await getProposal(db, who.workspaceId, id), 'proposal')
  await moveProposal(db, id, ['waiting', 'running', 'done', 'failed'], 'cancelled')
  if (running?.id === id) running.stop.abort()
}

/**
 * Works on what waits, one after the other; also on what a server before this one left unfinished.
 */
export async function wake(): Promise<void> {
  if (isAwake) return
  isAwake = true
  try {
    for (;;) {
      const [next] = await listUnfinishedProposals(database())
      if (!next) return
      await moveProposal(database(), next.id, ['waiting', 'running'], 'running')
      running = { id: next.id, progress: 0, stop: new AbortController() }
      await workOn(next.id, next.workspaceId, running)
    }
  } catch (error) {
    log.error({ err: error }, 'the queue of proposals stopped')
  } finally {
    running = null
    isAwake = false
  }
}

async function workOn(id: number, workspaceId: number, own: Running): Promise<void> {
  const db = database()
  const watch = (from: number, share: number): Watch => ({
    signal: own.stop.signal,
    onProgress: (done) => (own.progress = Math.max(own.progress, from + share * done)),
  })
  try {
    const proposal = found(await getProposal(db, workspaceId, id), 'proposal')
    const outcome = await workOutProposal(
      proposal,
      planInWorker(watch(0, PLANNING_SHARE)),
      weighInWorker(watch(PLANNING_SHARE, 1 - PLANNING_SHARE)),
      now(),
    )
    await moveProposal(db, id, ['running'], 'done', { outcome })
  } catch (error) {
    if (!(error instanceof AppError)) log.error({ err: error, proposal: id }, 'a proposal failed')
    await moveProposal(db, id, ['running'], 'failed', {
      message:
        error instanceof AppError
          ? error.message
          : 'Something went wrong on our side while planning; ask again.',
    })
  }
}
