import { busyMinOf, type PlanLine } from '../../../core/batch'
import { workableMin } from '../../../core/resin'
import type { Order } from '../../../shared/types'
import type { StoredPiece } from '../../db/pieces'
import type { PotOfLine } from '../../db/pots'
import type { Shelf } from './arrangePots'

const MS_PER_MIN = 60_000
/** A commission has one person waiting for it; a market takes what is ready. */
const WEIGHT = { commission: 3, market: 1 } as const

const minutesAt = (origin: Date, instant: Date) => (instant.getTime() - origin.getTime()) / MS_PER_MIN

/** What is left to do of an order, line by line, as the plan request wants it. */
export function planLines(order: Order, shelf: Shelf, pots: readonly PotOfLine[], pieces: readonly StoredPiece[], origin: Date): PlanLine[] {
  return order.lines.flatMap((line) => {
    const recipe = shelf.recipes.get(line.recipeId)
    const own = pots.filter((pot) => pot.orderLineId === line.id && pot.state !== 'spoiled')
    if (!recipe || own.length === 0) return []
    const numbersOf = (states: readonly StoredPiece['state'][]) => new Set(pieces.filter((piece) => piece.orderLineId === line.id && states.includes(piece.state)).map((piece) => piece.number))
    const judged = numbersOf(['good', 'rework', 'lost'])
    if (judged.size >= line.quantity) return []
    return [{
      id: line.id,
      recipe,
      quantity: line.quantity,
      promisedMin: Math.floor(minutesAt(origin, new Date(order.promisedAt))),
      weight: WEIGHT[order.kind],
      judged,
      demoulded: new Set([...numbersOf(['demoulded']), ...judged]),
      pots: own.map((pot) => {
        const layer = recipe.layers.find((one) => one.id === pot.layerId)
        const resin = layer && shelf.resins.get(layer.resinId)
        const busyMin = layer ? layer.stirMin + busyMinOf(layer, pot.pieces) : 0
        return {
          id: pot.id,
          layerId: pot.layerId,
          firstPiece: pot.firstPiece,
          pieces: pot.pieces,
          workMin: resin ? workableMin(resin, pot.needMl, shelf.warmC) : busyMin,
          pouredMin: pot.pouredAt ? minutesAt(origin, pot.pouredAt) : pot.state === 'mixing' ? Math.ceil(busyMin) : null,
        }
      }),
    }]
  })
}
