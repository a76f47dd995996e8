import { MINUTES_PER_DAY, MINUTES_PER_HOUR, MS_PER_MIN } from '../units'

/**
 * When a resin that is ordered now can be there: after its lead time, at the next full hour, so
 * that a plan asked for a few minutes later does not move for that.
 * @param nowMs instant, milliseconds
 * @param leadDays from the order to the door
 * @returns instant, milliseconds
 */
export function comesIfOrdered(nowMs: number, leadDays: number): number {
  const hourMs = MINUTES_PER_HOUR * MS_PER_MIN
  return Math.ceil((nowMs + leadDays * MINUTES_PER_DAY * MS_PER_MIN) / hourMs) * hourMs
}
