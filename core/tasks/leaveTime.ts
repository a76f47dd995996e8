import type { PlanLag, PlannedTask, PlanRequest } from '../plan'
import type { PlanQuestion } from './planLine'
import { isOfClock } from './taskNames'

/**
 * Of a window so much is left at its end where it can be, but no more minutes than these. Starting
 * values.
 */
const LEFT_SHARE = 0.2
const MOST_LEFT_MIN = 30

export interface TimeToLeave {
  /** Lines whose windows may be used to their very end. */
  edgeLines: ReadonlySet<number>
  /** The plan so far; who lies at the end of a window there may stay. */
  planned: readonly PlannedTask[]
}

/**
 * The request with windows that close a little sooner, so that what comes before their end may take
 * longer than it was planned: who is to recoat at the last minute of a tack window misses it as
 * soon as anything is late. What is poured already has the window that it has, for its lag is from
 * the clock.
 */
export function leaveTime(
  { request, meaning }: PlanQuestion,
  { edgeLines, planned }: TimeToLeave,
): PlanRequest {
  const at = new Map(planned.map((task) => [task.id, task]))
  const isAtItsEnd = ({ from, to }: PlanLag, latestMin: number) =>
    (at.get(to)?.startMin ?? -Infinity) - (at.get(from)?.endMin ?? Infinity) > latestMin
  return {
    ...request,
    lags: request.lags.map((lag) => {
      const { from, to, minMin, maxMin } = lag
      if (
        maxMin === null ||
        maxMin === undefined ||
        isOfClock(from) ||
        edgeLines.has(meaning.get(to)?.lineId ?? 0)
      )
        return lag
      const latestMin =
        maxMin - Math.floor(Math.min(MOST_LEFT_MIN, LEFT_SHARE * (maxMin - (minMin ?? 0))))
      return isAtItsEnd(lag, latestMin) ? lag : { ...lag, maxMin: latestMin }
    }),
  }
}
