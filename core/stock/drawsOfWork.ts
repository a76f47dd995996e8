import { doingKey, foldWork, type WorkEvent } from '../run'
import type { Entry } from '../trade'
import type { Draw } from './types'

/** A line of an order, as its work uses the stores. */
interface Worked {
  quantity: number
  /** The course of its recipe. */
  course: readonly Entry[]
  /** What a material is counted in. */
  unitOf: (materialId: number) => string | undefined
}

/**
 * What the work on the pieces of a line has used of the stores, piece by piece, so that what is
 * taken back of one piece is given back: what its entries use, once they are done. What is used once
 * for the batch is shared by its pieces. Mixing, pouring and heating count at the bench.
 * @param events what was told of the line's work
 */
export function drawsOfWork(
  events: readonly WorkEvent[],
  { quantity, course, unitOf }: Worked,
): Draw[] {
  const folded = foldWork(events)
  const entries = new Map(course.map((entry) => [entry.key, entry]))
  const doings = new Map(events.map((event) => [doingKey(event), event.what]))
  return [...folded].flatMap(([key, byPiece]) => {
    const entry = entries.get(doings.get(key) ?? '')
    if (!entry || entry.mix || entry.pour || entry.pass) return []
    return [...byPiece].flatMap(([piece, state]) =>
      state.kind === 'done'
        ? entry.uses.flatMap(({ materialId: id, amount, per }): Draw[] => {
            const unit = unitOf(id)
            return unit === undefined
              ? []
              : [
                  {
                    cause: `${key} ${piece}`,
                    ware: { of: 'material', id },
                    amount: per === 'piece' ? amount : amount / Math.max(1, quantity),
                    unit,
                    from: [],
                  },
                ]
          })
        : [],
    )
  })
}
