import { mesh } from '../../core/mesh'
import { outline, type OutlineRequest } from '../../core/outline'
import { odds, type OddsRequest } from '../../core/odds'
import { plan, planWork, type PlanRequest, type PlanWork } from '../../core/plan'
import { pots, type PotsRequest } from '../../core/pots'
import type { Result } from '../../core/result'
import { surplus, type SurplusRequest } from '../../core/surplus'

/**
 * What a thread and its starter share: how far the work has come, per mille, and whether it is to
 * stop.
 */
export const CELL = { progress: 0, stop: 1 } as const

/**
 * A request that can take long, and how long ago it came in, since threads do not share a clock.
 */
export type ComputeJob = { waitedMs: number; cells?: Int32Array } & (
  | { operation: 'plan'; request: PlanRequest }
  | { operation: 'planWork'; work: PlanWork }
  | { operation: 'odds'; request: OddsRequest }
  | { operation: 'pots'; request: PotsRequest }
  | { operation: 'surplus'; request: SurplusRequest }
  | { operation: 'outline'; request: OutlineRequest }
  | { operation: 'mesh'; bytes: Uint8Array; samples?: number }
)

/** What went wrong in a thread: a thrown error would come out of it without its class and code. */
export interface JobFailure {
  failed: { name: string; code: string | undefined; message: string; stack: string | undefined }
}

/** Runs in a thread of its own. */
export default function computeJob(job: ComputeJob): Result<unknown> | JobFailure {
  try {
    return compute(job)
  } catch (error) {
    const { name, message, stack, code } = error as NodeJS.ErrnoException
    return { failed: { name, code, message, stack } }
  }
}

function compute(job: ComputeJob): Result<unknown> {
  const clock = { now: () => performance.now(), startedAt: performance.now() - job.waitedMs }
  const tell = (done: number): boolean => {
    if (!job.cells) return false
    Atomics.store(job.cells, CELL.progress, Math.round(1000 * Math.min(1, done)))
    return Atomics.load(job.cells, CELL.stop) === 1
  }
  switch (job.operation) {
    case 'planWork':
      return planWork(job.work, clock, tell)
    case 'plan':
      return plan(job.request, clock)
    case 'odds':
      return odds(job.request, tell)
    case 'pots':
      return pots(job.request)
    case 'surplus':
      return surplus(job.request)
    case 'outline':
      return outline(job.request)
    case 'mesh':
      return mesh(job.bytes, job.samples)
  }
}
