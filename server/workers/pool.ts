import { dirname, join } from 'node:path'
import { Piscina } from 'piscina'
import type { JobOdds } from '../../core/odds'
import type { PlanAnswer, PlanRequest } from '../../core/plan'
import type { Result } from '../../core/result'
import { AppError } from '../services/AppError'
import type { Weigh } from '../services/planning/oddsOf'
import type { ComputeJob } from './computeJob'

const THREADS = 2
const MOST_WAITING = 8
const DEADLINE_MS = 120_000

let pool: Piscina<ComputeJob, Result<unknown>> | null = null

/** The job file lies beside the built server's entry. */
const jobFile = () => join(dirname(process.argv[1] ?? ''), 'workers', 'computeJob.mjs')

type Work = ComputeJob extends infer Job ? (Job extends ComputeJob ? Omit<Job, 'waitedMs'> : never) : never

/** Computes what can take long in a worker thread, so that the server keeps answering. */
export async function computeInWorker(work: Work): Promise<Result<unknown>> {
  const arrivedAt = performance.now()
  pool ??= new Piscina({ filename: jobFile(), minThreads: 0, maxThreads: THREADS, maxQueue: MOST_WAITING, idleTimeout: 30_000 })
  try {
    return await pool.run({ ...work, waitedMs: performance.now() - arrivedAt }, { signal: AbortSignal.timeout(DEADLINE_MS) })
  } catch (error) {
    const { message } = error as Error
    if (/queue is at limit|aborted/i.test(message)) throw new AppError('busy', 'The workshop’s computer is busy; try again in a moment.', { cause: error })
    throw error
  }
}

/** Odds cannot be refused. */
export const weighInWorker: Weigh = async (question) => {
  const result = (await computeInWorker({ operation: 'odds', ...question })) as Result<JobOdds[]>
  return result.ok ? result.value : []
}

export const planInWorker = async (request: PlanRequest) => (await computeInWorker({ operation: 'plan', request })) as Result<PlanAnswer>

export async function closePool(): Promise<void> {
  await pool?.destroy()
  pool = null
}
