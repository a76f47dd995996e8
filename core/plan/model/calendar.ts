import type { Interval } from './types'

/** The first of the sorted shifts that ends at or after a minute. */
function firstOpen(shifts: readonly Interval[], minute: number): number {
  let low = 0
  let high = shifts.length
  while (low < high) {
    const middle = (low + high) >> 1
    if ((shifts[middle]?.[1] ?? 0) < minute) low = middle + 1
    else high = middle
  }
  return low
}

/**
 * The earliest start at or after a minute at which a task lies wholly inside one shift.
 * @param shifts sorted by start and by end
 * @returns the minute, or Infinity when no shift is left that is long enough
 */
export function nextInShift(shifts: readonly Interval[], minute: number, duration: number): number {
  for (let i = firstOpen(shifts, minute); i < shifts.length; i++) {
    const [from, to] = shifts[i]!
    const start = Math.max(from, minute)
    if (start + duration <= to) return start
  }
  return Infinity
}

/**
 * The latest start at or before a minute at which a task lies wholly inside one shift.
 * @param shifts sorted by start and by end
 * @returns the minute, or −Infinity when no earlier shift is long enough
 */
export function lastInShift(shifts: readonly Interval[], minute: number, duration: number): number {
  for (let i = shifts.length - 1; i >= 0; i--) {
    const [from, to] = shifts[i]!
    const start = Math.min(to - duration, minute)
    if (start >= from) return start
  }
  return -Infinity
}
