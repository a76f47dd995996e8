import { plan, type PlanAnswer, type PlanRequest } from '../../core/plan'
import type { Result } from '../../core/result'

/** A request and how long ago it came in, since threads do not share a clock. */
export interface PlanJob {
  request: PlanRequest
  waitedMs: number
}

/** Runs in a thread of its own. */
export default function planJob({ request, waitedMs }: PlanJob): Result<PlanAnswer> {
  return plan(request, { now: () => performance.now(), startedAt: performance.now() - waitedMs })
}
