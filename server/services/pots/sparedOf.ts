import { numbersOf } from '../../../core/trade'
import type { OrderLine } from '../../../shared/types/orders'
import { isThrough, type StoredPiece } from '../../db/pieces'

type Line = Pick<OrderLine, 'id' | 'quantity' | 'spares'>

const isLost = (piece: StoredPiece) => !isThrough(piece) && piece.state === 'lost'

/** The numbers of the pieces of a line that were lost, in order. */
const lostOf = ({ id }: Line, pieces: readonly StoredPiece[]): number[] =>
  pieces
    .filter((piece) => piece.orderLineId === id && isLost(piece))
    .map(({ number }) => number)
    .sort((a, b) => a - b)

/**
 * The pieces of a line that are not made (again), since spares make up for them: as many of those
 * that were lost as there are spares, and all that are not begun once enough came out. What can be
 * reworked is worked on.
 * @returns their numbers
 */
export function sparedOf(line: Line, pieces: readonly StoredPiece[]): ReadonlySet<number> {
  const { id, quantity, spares } = line
  if (spares === 0) return new Set()
  const own = pieces.filter(({ orderLineId }) => orderLineId === id)
  if (own.filter(isThrough).length < quantity - spares)
    return new Set(lostOf(line, pieces).slice(0, spares))
  // What lies in its mould is lifted and looked at all the same.
  const lies = new Set(own.filter((piece) => !isLost(piece)).map(({ number }) => number))
  return new Set(numbersOf({ first: 1, pieces: quantity }).filter((number) => !lies.has(number)))
}

/** The lost pieces of a line that no spare makes up for: they are made again. */
export function lostAgain(line: Line, pieces: readonly StoredPiece[]): number[] {
  const spared = sparedOf(line, pieces)
  return lostOf(line, pieces).filter((number) => !spared.has(number))
}
