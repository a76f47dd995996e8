import type { SellingCosts } from '../../core/quote'
import type { PastDay } from '../../core/market'
import type { MarketFields, MarketGuess, MarketSale } from '../schemas/markets'
import type { OrderState } from '../schemas/orders'
import type { Versioned } from './exchange'

/** A market day in the list of all. */
export interface MarketRow {
  orderId: number
  title: string
  at: string
  state: OrderState
  /** Null before somebody told how it went. */
  taken: number | null
  sold: number | null
  given: number | null
  /** What was paid, with tax. */
  paid: string | null
  stallFee: string
}

/** A piece that may be made for a market day. */
export interface MarketProductRow {
  recipeId: number
  name: string
  /** Of a good one, made so many at a time as are ordered. */
  costPerGood: string
  /** Hands for one more, minutes. */
  pieceMin: number
  mouldId: number | null
  /** How long one takes its mould up, days; as the log has it, else as a starting value. */
  mouldDays: number
  /** Finished ones that are there, without those of this day. */
  stock: number
  /** On this day's order, and how many of them are begun. */
  ordered: number
  begun: number
  past: (PastDay & { at: string; price: string })[]
  /** As they were thought; null before. */
  guess: MarketGuess | null
  /** What is asked for one from the shelf; null where nobody said. */
  shelfPrice: string | null
}

export type Market = Versioned<Omit<MarketFields, 'guesses'>> & {
  orderId: number
  title: string
  at: string
  state: OrderState
  selling: SellingCosts
  taxPct: number
  products: MarketProductRow[]
  /** How it went; empty before that was told. */
  sales: MarketSale[]
  toldAt: string | null
}

/** Finished pieces of a recipe that are nobody's. */
export interface FinishedRow {
  recipeId: number
  version: number
  name: string
  count: number
  stands: string
  price: string | null
}
