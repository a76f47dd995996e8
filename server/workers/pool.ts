import { dirname, join } from 'node:path'
import { Piscina } from 'piscina'
import type { OddsAnswer } from '../../core/odds'
import type { PlanAnswer } from '../../core/plan'
import type { Result } from '../../core/result'
import { AppError } from '../services/AppError'
import type { Weigh } from '../services/planning/choose/oddsOf'
import type { Solve } from '../services/planning/choose/planAll'
import { CELL, type ComputeJob, type JobFailure } from './computeJob'

const THREADS = 2
const MOST_WAITING = 8
const DEADLINE_MS = 120_000

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
export async function computeInWorker(work: Work, watch?: Watch): Promise<Result<unknown>> {
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
      { signal: AbortSignal.timeout(DEADLINE_MS) },
    )
    if ('failed' in result) throw new WorkerError(result)
    return result
  } catch (error) {
    throw (error as Error).name === 'AbortError' ? busy(error) : error
  } finally {
    clearInterval(look)
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
