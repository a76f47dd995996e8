import type { Versioned } from './exchange'
import type { OrderFields } from '../schemas/orders'

export interface OrderLine {
  id: number
  recipeId: number
  /** How many are poured, spares with them. */
  quantity: number
  /** So many of them are poured beside those that were asked for. */
  spares: number
  /** The version of the recipe that it was begun with and keeps; null before. */
  recipeVersion: number | null
  /** Whether its pieces are those of other lines that are mended. */
  mends: boolean
}

export type Order = Versioned<
  Omit<OrderFields, 'lines' | 'ownerId'> & {
    id: number
    ownerId: number | null
    lines: OrderLine[]
  }
>
