import type { Versioned } from './exchange'

export const ORDER_STATES = [
  'asked',
  'accepted',
  'making',
  'ready',
  'delivered',
  'declined',
] as const

export type OrderState = (typeof ORDER_STATES)[number]

export interface OrderLine {
  id: number
  recipeId: number
  quantity: number
  /** The version of the recipe that it was begun with and keeps; null before. */
  recipeVersion: number | null
}

export interface OrderFields {
  kind: 'commission' | 'market'
  title: string
  customer: string
  /** UTC, ISO 8601. */
  promisedAt: string
  state: OrderState
  colours: string
  note: string
  lines: (Pick<OrderLine, 'recipeId' | 'quantity'> & { id?: number })[]
}

export type Order = Versioned<Omit<OrderFields, 'lines'> & { id: number; lines: OrderLine[] }>
