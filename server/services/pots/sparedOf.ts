import type { OrderLine } from '../../../shared/types/orders'
import { isThrough, type StoredPiece } from '../../db/pieces'
import { numbersOf } from './portionsOf'

/**
 * The pieces of a line that are not made (again), since spares make up for them: as many of those
 * that failed as there are spares, and all that are not begun once enough came out.
 * @returns their numbers
 */
export function sparedOf(
  { id, quantity, spares }: Pick<OrderLine, 'id' | 'quantity' | 'spares'>,
  pieces: readonly StoredPiece[],
): ReadonlySet<number> {
  if (spares === 0) return new Set()
  const own = pieces.filter(({ orderLineId }) => orderLineId === id)
  const hasFailed = (piece: StoredPiece) => !isThrough(piece) && FAILED.includes(piece.state)
  if (own.filter(isThrough).length >= quantity - spares) {
    // What lies in its mould is lifted and looked at all the same.
    const lies = new Set(own.filter((piece) => !hasFailed(piece)).map(({ number }) => number))
    return new Set(
      numbersOf({ firstPiece: 1, pieces: quantity }).filter((number) => !lies.has(number)),
    )
  }
  const failed = own
    .filter(hasFailed)
    .map(({ number }) => number)
    .sort((a, b) => a - b)
  return new Set(failed.slice(0, spares))
}
const FAILED: readonly string[] = ['rework', 'lost']
