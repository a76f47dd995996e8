import type { Money } from '../cost'

/** How many pieces are asked for on the day. */
export type Demand =
  | { kind: 'pmf'; p: number[] }
  | { kind: 'poisson'; mean: number }
  | { kind: 'negbin'; mean: number; sd: number }

export interface MarketProduct {
  id: string
  price: Money
  costPerGood: Money
  /** What a piece is worth that comes home again. */
  leftValue: Money
  /** Finished pieces that are there. */
  stock?: number
  least?: number
  most: number
  demand: Demand
  /** Of each capacity, what one piece takes. */
  uses?: Record<string, number>
}

export interface MarketRequest {
  currency: string
  products: MarketProduct[]
  capacities: Record<string, number>
}

export interface MarketChoice {
  id: string
  make: number
  take: number
  expectedSold: number
  expectedLeft: number
  sellOutChance: number
  /** What the last piece made brings; null where none is made. */
  lastBrings: number | null
  /** What one piece more would bring, whatever the capacities; null at the most. */
  nextWouldBring: number | null
}

export interface MarketAnswer {
  products: MarketChoice[]
  expectedProfit: number
  withoutMaking: number
  capacities: { id: string; used: number; oneMoreBrings: number }[]
  exact: boolean
  /** No choice brings more. */
  bound: number
}
