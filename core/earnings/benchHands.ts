import { notTakenBack, type RunEvent } from '../run'
import { MS_PER_MIN } from '../units'

/** A pour that took that many times as long was left standing, or its clock was. */
const STRAY = 5

/** The run of a pot, as its log tells it. */
export interface BenchRun {
  /** Who began it. */
  personId: number
  /** ms since 1970 */
  startedAt: number
  events: readonly RunEvent[]
}

/** How long somebody's hands were at a bench. */
export interface BenchHands {
  personId: number
  minutes: number
}

/**
 * How long hands were at a bench, from the first cup to the last pour or the end of a spoiled mix,
 * without the rest of the mix: by whom, where it was handed over in between. What was taken back has
 * not happened, and of a pot that is still mixed nothing is told yet.
 * @param plannedMin what measuring, stirring and pouring should take; it stands where the clock was
 *   left standing
 */
export function benchHands(
  { personId, startedAt, events }: BenchRun,
  plannedMin: number,
): BenchHands[] {
  const log = notTakenBack(events)
  const last = (kind: RunEvent['kind']) => log.findLast((event) => event.kind === kind)?.at ?? null
  const endedAt = last('pourEnded') ?? last('spoiled')
  if (endedAt === null) return []
  const [stirEnded, pourStarted] = [last('stirEnded'), last('pourStarted')]
  const rest = stirEnded !== null && pourStarted !== null ? pourStarted - stirEnded : 0
  const measured = (endedAt - startedAt - Math.max(0, rest)) / MS_PER_MIN
  const minutes = measured > 0 && measured < STRAY * plannedMin ? measured : plannedMin
  const turns = [
    { personId, from: startedAt },
    ...log.flatMap((event) =>
      event.kind === 'handedOver' && event.at > startedAt && event.at < endedAt
        ? [{ personId: event.personId, from: event.at }]
        : [],
    ),
  ]
  const wholeMs = endedAt - startedAt
  return turns.map(({ personId: own, from }, i) => {
    const until = turns[i + 1]?.from ?? endedAt
    return { personId: own, minutes: wholeMs > 0 ? (minutes * (until - from)) / wholeMs : minutes }
  })
}
