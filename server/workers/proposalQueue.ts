import { randomUUID } from 'node:crypto'
import { database } from '../db/database'
import { claimProposal, getProposal, moveProposal, renewLease } from '../db/proposals'
import type { StoredOutcome } from '../db/storedOutcome'
import { tell } from '../events/tell'
import { AppError } from '../services/AppError'
import type { Weigh } from '../services/planning/choose/oddsOf'
import type { Solve } from '../services/planning/choose/planAll'
import { followPlan, followWhatIsLate } from '../services/planning/propose/follow'
import { workOutProposal } from '../services/planning/propose/proposals'
import { found, inTransaction } from '../services/transactions'
import { log } from '../utils/log'
import type { Watch } from './pool'

/** How much of the waiting is planning; the rest goes into the odds. */
const PLANNING_SHARE = 0.7

export interface QueueOptions {
  solve: (watch: Watch) => Solve
  weigh: (watch: Watch) => Weigh | null
  now: () => Date
  /** So long after its last sign of life a worker's proposal goes to another. */
  leaseMs?: number
  /** How often a worker gives one, and sees whether it is to stop. */
  renewEveryMs?: number
  /** How often it looks for work that another server was asked for. */
  lookEveryMs?: number
}

const LEASE_MS = 10_000
const RENEW_EVERY_MS = 400
const LOOK_EVERY_MS = 1000
const LOOK_FOR_LATE_MS = 60_000

/**
 * Works out what is proposed, one after the other. There may be any number of these, in any number of
 * servers: each claims what it works on, and what a dead one left is taken over.
 */
export class ProposalQueue {
  private readonly worker = randomUUID()
  private readonly leaseMs: number
  private readonly renewEveryMs: number
  private readonly timer: ReturnType<typeof setInterval>
  /** What it is doing, and how that is stopped. */
  private awake: Promise<void> | null = null
  private stop: AbortController | null = null
  private isEnded = false
  /** When it last looked for plans that are behind. */
  private lookedMs = performance.now()

  constructor(private readonly options: QueueOptions) {
    this.leaseMs = options.leaseMs ?? LEASE_MS
    this.renewEveryMs = options.renewEveryMs ?? RENEW_EVERY_MS
    this.timer = setInterval(() => void this.wake(), options.lookEveryMs ?? LOOK_EVERY_MS)
  }

  /** Lets go of what it works on, for another to take over. */
  async end(): Promise<void> {
    this.isEnded = true
    clearInterval(this.timer)
    this.stop?.abort()
    await this.awake
  }

  /** Works on what there is. Asked while it is awake, it looks again by itself. */
  wake(): Promise<void> {
    if (this.isEnded) return Promise.resolve()
    this.awake ??= this.work().finally(() => (this.awake = null))
    return this.awake
  }

  private async work(): Promise<void> {
    try {
      await this.lookForWhatIsLate()
      for (;;) {
        const next = this.isEnded
          ? null
          : await claimProposal(database(), this.worker, this.leaseMs)
        if (!next) return
        await this.workOn(next)
      }
    } catch (error) {
      if (!this.isEnded) log.error({ err: error }, 'the queue of proposals stopped')
    }
  }

  private async lookForWhatIsLate(): Promise<void> {
    const nowMs = performance.now()
    if (nowMs - this.lookedMs < LOOK_FOR_LATE_MS) return
    this.lookedMs = nowMs
    await followWhatIsLate(this.options.now())
  }

  private async workOn({ id, workspaceId }: { id: number; workspaceId: number }): Promise<void> {
    const stop = new AbortController()
    this.stop = stop
    let progress = 0
    const watch = (from: number, share: number): Watch => ({
      signal: stop.signal,
      onProgress: (done) => (progress = Math.max(progress, from + share * done)),
    })
    const renewing = setInterval(() => {
      renewLease(database(), id, this.worker, { leaseMs: this.leaseMs, progress }).then(
        (isOurs) => {
          if (!isOurs) stop.abort()
        },
        (error: unknown) => log.error({ err: error, proposal: id }, 'a lease was not renewed'),
      )
    }, this.renewEveryMs)
    try {
      const { now } = this.options
      const proposal = found(await getProposal(database(), workspaceId, id), 'proposal')
      const solve = this.options.solve(watch(0, PLANNING_SHARE))
      const weigh = this.options.weigh(watch(PLANNING_SHARE, 1 - PLANNING_SHARE))
      if (proposal.follows) await followPlan(proposal, solve, weigh, now())
      else {
        const outcome = await workOutProposal(proposal, solve, weigh, now())
        await this.finish(id, workspaceId, { outcome })
      }
    } catch (error) {
      if (!(error instanceof AppError)) log.error({ err: error, proposal: id }, 'a proposal failed')
      await this.finish(id, workspaceId, {
        message:
          error instanceof AppError
            ? error.message
            : 'Something went wrong on our side while planning; ask again.',
      })
    } finally {
      clearInterval(renewing)
    }
  }

  /** Writes what came of it, unless it was stopped or another took it over meanwhile. */
  private async finish(
    id: number,
    workspaceId: number,
    came: { outcome: StoredOutcome } | { message: string },
  ): Promise<void> {
    if (this.isEnded) return
    await inTransaction(async (trx) => {
      const to = 'outcome' in came ? 'done' : 'failed'
      if (await moveProposal(trx, id, ['running'], to, { ...came, worker: this.worker }))
        tell(trx, workspaceId, {
          subject: 'proposal',
          kind: 'worked out',
          id,
          by: null,
          at: this.options.now(),
        })
    })
  }
}
