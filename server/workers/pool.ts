import { dirname, join } from 'node:path'
import { Piscina } from 'piscina'
import type { OddsAnswer } from '../../core/odds'
import type { PlanAnswer } from '../../core/plan'
import type { Result } from '../../core/result'
import { AppError } from '../services/AppError'
import type { Weigh } from '../services/planning/choose/oddsOf'
import type { Who } from '../services/Who'
import type { Solve } from '../services/planning/choose/planAll'
import { CELL, type ComputeJob, type JobFailure } from './computeJob'

const THREADS = 2
const MOST_WAITING = 8
/** So long a piece of work may take from when it was asked for, by its kind; then it is ended. */
const DEADLINES_MS: Record<ComputeJob['operation'], number> = {
  plan: 60_000,
  planWork: 120_000,
  odds: 60_000,
  pots: 20_000,
  surplus: 20_000,
  outline: 20_000,
  mesh: 60_000,
}
/** So much of what one person asks for is worked on or waits at a time. */
const MOST_OF_ONE = 3

let pool: Piscina<ComputeJob, Result<unknown> | JobFailure> | null = null

/** What a thread threw, with its class and code. */
class WorkerError extends Error {
  readonly code: string | undefined
  constructor({ failed }: JobFailure) {
    super(failed.message)
    this.name = failed.name
    this.code = failed.code
    this.stack = failed.stack
  }
}

const busy = (cause?: unknown) =>
  new AppError('busy', 'The workshop’s computer is busy; try again in a moment.', { cause })

/** The job file lies beside the built server's entry. */
const jobFile = () => join(dirname(process.argv[1] ?? ''), 'workers', 'computeJob.mjs')

type Work = ComputeJob extends infer Job
  ? Job extends ComputeJob
    ? Omit<Job, 'waitedMs' | 'cells'>
    : never
  : never

/** Somebody who waits for a piece of work: is told how far it is, and can have it stopped. */
export interface Watch {
  /** Told the share that is done. */
  onProgress: (done: number) => void
  signal: AbortSignal
}
const LOOK_EVERY_MS = 100

/** Computes what can take long in a worker thread, so that the server keeps answering. */
async function computeInWorker(work: Work, watch?: Watch): Promise<Result<unknown>> {
  const arrivedAt = performance.now()
  pool ??= new Piscina({
    filename: jobFile(),
    minThreads: 0,
    maxThreads: THREADS,
    maxQueue: MOST_WAITING,
    idleTimeout: 30_000,
  })
  if (pool.queueSize >= MOST_WAITING) throw busy()
  const cells = watch && new Int32Array(new SharedArrayBuffer(2 * Int32Array.BYTES_PER_ELEMENT))
  const look =
    watch &&
    cells &&
    setInterval(() => {
      if (watch.signal.aborted) Atomics.store(cells, CELL.stop, 1)
      watch.onProgress(Atomics.load(cells, CELL.progress) / 1000)
    }, LOOK_EVERY_MS)
  try {
    const result = await pool.run(
      { ...work, waitedMs: performance.now() - arrivedAt, cells },
      { signal: AbortSignal.timeout(DEADLINES_MS[work.operation]) },
    )
    if ('failed' in result) throw new WorkerError(result)
    return result
  } catch (error) {
    throw (error as Error).name === 'AbortError' ? busy(error) : error
  } finally {
    clearInterval(look)
  }
}

const ofPerson = new Map<number, number>()

/** The same for somebody who asks for it directly: nobody keeps the threads from the others. */
export async function inTurnOf({ personId }: Who, work: Work): Promise<Result<unknown>> {
  const own = ofPerson.get(personId) ?? 0
  if (own >= MOST_OF_ONE)
    throw new AppError(
      'too-many-tries',
      `${MOST_OF_ONE} of your calculations are being worked on; wait for one to end.`,
      { retryAfterS: 1 },
    )
  ofPerson.set(personId, own + 1)
  try {
    return await computeInWorker(work)
  } finally {
    const left = (ofPerson.get(personId) ?? 1) - 1
    if (left > 0) ofPerson.set(personId, left)
    else ofPerson.delete(personId)
  }
}

export const weighInWorker =
  (watch?: Watch): Weigh =>
  async (request) =>
    (await computeInWorker({ operation: 'odds', request }, watch)) as Result<OddsAnswer>

export const planInWorker =
  (watch?: Watch): Solve =>
  async (work) =>
    (await computeInWorker({ operation: 'planWork', work }, watch)) as Result<PlanAnswer>

export async function closePool(): Promise<void> {
  await pool?.destroy()
  pool = null
}
