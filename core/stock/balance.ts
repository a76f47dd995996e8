import { LIMIT_TOLERANCE } from '../result'
import { wareKey, type Draw, type Taken } from './types'

/** What the stores' ledger says was drawn: as a movement, which can be undone by another. */
export interface Booked extends Taken {
  id: number
  isUndone: boolean
}

/**
 * What is to be written so that the ledger says what a log says: draws of causes that it does not
 * know yet, and the opposite of those whose cause was taken back. What is booked is not changed.
 * @param wanted what the log says was used
 * @param booked what the ledger holds of the same log
 */
export function balance(
  wanted: readonly Draw[],
  booked: readonly Booked[],
): { toDraw: Draw[]; toUndo: Booked[] } {
  const keyOf = ({ cause, ware }: Pick<Draw, 'cause' | 'ware'>) => `${cause} ${wareKey(ware)}`
  const causes = new Set(wanted.map(keyOf))
  const inForce = booked.filter(({ isUndone }) => !isUndone)
  const known = new Set(inForce.map(keyOf))
  return {
    toDraw: wanted.filter(
      (draw) => !known.has(keyOf(draw)) && Math.abs(draw.amount) >= LIMIT_TOLERANCE,
    ),
    toUndo: inForce.filter((one) => !causes.has(keyOf(one))),
  }
}
