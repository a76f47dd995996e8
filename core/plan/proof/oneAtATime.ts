import { elementAt } from '../../elementAt'
/** A piece of work, minutes: not before, how long, and what must follow its end at least. */
export interface Work {
  from: number
  duration: number
  tail: number
}

/**
 * The least minute at which all is over when only one can be worked on at a time. Assumes that work
 * may be interrupted, which can only end sooner: always the one with the longest tail of those that
 * are there goes on (Jackson, 1955; Carlier, 1982).
 */
export function oneAtATime(works: readonly Work[]): number {
  const coming = [...works].sort((x, y) => x.from - y.from)
  const waiting: { left: number; tail: number }[] = []
  let [now, end, next] = [0, 0, 0]
  while (next < coming.length || waiting.length > 0) {
    if (waiting.length === 0) now = Math.max(now, elementAt(coming, next).from)
    while (next < coming.length && elementAt(coming, next).from <= now) {
      const { duration, tail } = elementAt(coming, next++)
      const at = waiting.findIndex((other) => other.tail > tail)
      waiting.splice(at < 0 ? waiting.length : at, 0, { left: duration, tail })
    }
    const current = elementAt(waiting, waiting.length - 1)
    const until = Math.min(
      now + current.left,
      next < coming.length ? elementAt(coming, next).from : Infinity,
    )
    current.left -= until - now
    now = until
    if (current.left > 0) continue
    waiting.pop()
    end = Math.max(end, now + current.tail)
  }
  return end
}
