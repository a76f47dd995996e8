import type { Result } from '../result'
import { plan, type PlanClock } from './plan'
import { replan } from './repair/replan'
import type { Pin, PlanAnswer, PlannedTask, PlanRequest } from './model/types'

/** One piece of planning, as it travels to where it is done. */
export interface PlanWork {
  request: PlanRequest
  pins: readonly Pin[]
  /** The plan to keep what can stay of; null to plan afresh within the request's limit. */
  keep: readonly PlannedTask[] | null
  /** Whether what stands as well as before may be improved too. */
  improves: boolean
  /** How often what slipped is tried otherwise, where a plan is kept. */
  tries: number
  /**
   * Whether it is to fit beside what is kept or not at all: else all is planned afresh where that
   * leaves no room.
   */
  mustFit?: boolean
}

/**
 * Does it: afresh by `plan`, else by `replan`; and afresh too where what is kept leaves no room and
 * need not be kept.
 */
export function planWork(
  { request, pins, keep, improves, tries, mustFit = false }: PlanWork,
  clock: PlanClock,
  onProgress?: (done: number) => boolean,
): Result<PlanAnswer> {
  const kept = keep === null ? null : replan(request, { keep, pins, improves, tries, onProgress })
  return kept === null || (!kept.ok && kept.code === 'not-found' && !mustFit)
    ? plan(request, clock, { pins, onProgress })
    : kept
}
