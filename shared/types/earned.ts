import type { CostByKind, RealCost } from '../../core/earnings'
import type { OrderState } from '../schemas/orders'

/** A line of an order with what it was to cost, what it did, and what it brought. */
export interface EarnedLine {
  lineId: number
  orderId: number
  order: string
  customer: string
  kind: 'commission' | 'market'
  state: OrderState
  promisedAt: string
  recipeId: number
  recipe: string
  pieces: number
  poured: number
  good: number
  mouldDays: number
  /** As it was quoted; as it would be now where nothing was. */
  planned: CostByKind | null
  real: RealCost
  /** Without tax and delivery, as agreed; null where nothing is. */
  net: string | null
  /** What packing and fees take of it. */
  selling: string
  isDone: boolean
}

/** What was made in a time, with what it cost and brought. */
export interface EarnedBy {
  currency: string
  lines: EarnedLine[]
}
