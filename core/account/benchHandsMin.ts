import { MS_PER_MIN } from '../units'

/** A pour that took that many times as long was left standing, or its clock was. */
const STRAY = 5

/** When a pot's run was done, ms since 1970; null for what nobody told. */
export interface BenchTimes {
  startedAt: number
  stirEnded: number | null
  pourStarted: number | null
  pourEnded: number | null
}

/**
 * How long hands were at a bench: from the first cup to the last pour, without the rest of the mix.
 * @param plannedMin what measuring, stirring and pouring should take; it stands where the clock was
 *   left standing or nobody told when it ended
 * @returns minutes
 */
export function benchHandsMin(
  { startedAt, stirEnded, pourStarted, pourEnded }: BenchTimes,
  plannedMin: number,
): number {
  if (pourEnded === null) return plannedMin
  const rest = stirEnded !== null && pourStarted !== null ? pourStarted - stirEnded : 0
  const minutes = (pourEnded - startedAt - Math.max(0, rest)) / MS_PER_MIN
  return minutes > 0 && minutes < STRAY * plannedMin ? minutes : plannedMin
}
