import { foldPiece, type LoggedPieceEvent } from './foldPiece'

/** Where a piece lay, and from when to when. */
export interface Stay {
  placeId: number
  from: Date
  until: Date
}

/**
 * Where a piece lay over time, by its log: from one event to the next where the log had it by then.
 * @param events in the order in which they happened
 * @param until what lies somewhere still lies there up to then
 */
export function staysOf(events: readonly LoggedPieceEvent[], until: Date): Stay[] {
  const stays: Stay[] = []
  for (const [i, { at }] of events.entries()) {
    const { placeId } = foldPiece(events.slice(0, i + 1))
    const last = stays.at(-1)
    if (last && last.until.getTime() === at.getTime() && last.placeId === placeId)
      last.until = events[i + 1]?.at ?? until
    else if (placeId !== null) stays.push({ placeId, from: at, until: events[i + 1]?.at ?? until })
  }
  return stays.filter(({ from, until: to }) => to > from)
}
