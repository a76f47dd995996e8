import { mesh } from '../../core/mesh'
import { outline, type OutlineRequest } from '../../core/outline'
import { odds, type OddsOptions } from '../../core/odds'
import { plan, type PlannedTask, type PlanRequest } from '../../core/plan'
import { pots, type PotsRequest } from '../../core/pots'
import { answer, type Result } from '../../core/result'
import { surplus, type SurplusRequest } from '../../core/surplus'

/** A request that can take long, and how long ago it came in, since threads do not share a clock. */
export type ComputeJob = { waitedMs: number } & (
  | { operation: 'plan'; request: PlanRequest }
  | { operation: 'odds'; request: PlanRequest; planned: readonly PlannedTask[]; options: OddsOptions }
  | { operation: 'pots'; request: PotsRequest }
  | { operation: 'surplus'; request: SurplusRequest }
  | { operation: 'outline'; request: OutlineRequest }
  | { operation: 'mesh'; bytes: Uint8Array; samples?: number }
)

/** Runs in a thread of its own. */
export default function computeJob(job: ComputeJob): Result<unknown> {
  switch (job.operation) {
    case 'plan':
      return plan(job.request, { now: () => performance.now(), startedAt: performance.now() - job.waitedMs })
    case 'odds':
      return answer(odds(job.request, job.planned, job.options))
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
