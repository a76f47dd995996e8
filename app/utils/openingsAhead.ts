import type { PieceRow } from '~~/shared/types/pieces'
import { nextOpening } from './nextOpening'

/** Pieces that were poured together and wait for the same thing. */
export interface OpeningAhead {
  piece: PieceRow
  count: number
  next: NonNullable<ReturnType<typeof nextOpening>>
}

/** What opens or closes next for the pieces that lie and harden, the soonest first. */
export function openingsAhead(pieces: readonly PieceRow[], nowMs: number): OpeningAhead[] {
  const groups = new Map<string, { piece: PieceRow; count: number }>()
  for (const piece of pieces) {
    const key = [piece.orderId, piece.recipeId, piece.letter, piece.state, piece.curedFrom].join()
    const group = groups.get(key)
    if (group) group.count++
    else groups.set(key, { piece, count: 1 })
  }
  return [...groups.values()]
    .flatMap(({ piece, count }) => {
      const next = nextOpening(piece, nowMs)
      return next ? [{ piece, count, next }] : []
    })
    .sort((x, y) => x.next.at.localeCompare(y.next.at))
}
