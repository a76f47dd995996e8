import { Decimal } from 'decimal.js'
import type { Money } from '../cost'
import type { SellingCosts } from '../quote'
import { demandOfGuess, demandOfPast, type Guess, type PastDay } from './demandOf'
import type { Demand, MarketProduct, MarketRequest } from './types'

/** A piece that may be made for a market day, as it is thought of. */
export interface DayProduct {
  id: string
  /** Asked on the day, with tax. */
  price: Money
  costPerGood: Money
  /** Hands for one more, minutes. */
  pieceMin: number
  /** Which mould it is cast in; null for none. */
  mould: string | null
  /** Finished ones that are there. */
  stock: number
  /** Of this day's own, begun already. */
  begun: number
  most: number
  guess: Guess
  /** What past markets say goes before the guess. */
  past: readonly PastDay[]
}

/** A market day with what there is for it. */
export interface Day {
  taxPct: number
  selling: SellingCosts
  /** What comes home again is worth so much of what it cost, per cent. */
  leftPct: number
  /** As many pieces as the table holds; null for any number. */
  tablePieces: number | null
  /** Hands that are free until then, minutes; null for as many as it takes. */
  handsMin: number | null
  /** Castings that there is time for until then, by mould. */
  castings: Readonly<Record<string, number>>
}

/** What is said of how many will be asked for: by past days where there are any, else by the guess. */
export const demandOf = ({ past, guess }: Pick<DayProduct, 'past' | 'guess'>): Demand =>
  demandOfPast(past) ?? demandOfGuess(guess)

/**
 * The market question that a day asks: what a piece brings is its price without tax, packing and
 * fee; what is begun already is made and asks for nothing more of what is short.
 * @returns as `market` takes it
 */
export function dayRequest(products: readonly DayProduct[], day: Day): MarketRequest {
  const usesOf = ({ pieceMin, mould }: DayProduct): Record<string, number> => ({
    ...(day.handsMin !== null && { hands: pieceMin }),
    ...(mould !== null && mould in day.castings && { [mould]: 1 }),
    ...(day.tablePieces !== null && { table: 1 }),
  })
  const stock = products.reduce((sum, product) => sum + product.stock, 0)
  const rooms: Record<string, number> = {
    ...(day.handsMin !== null && { hands: day.handsMin }),
    ...Object.fromEntries(
      products.flatMap(({ mould }) =>
        mould !== null && mould in day.castings ? [[mould, day.castings[mould] ?? 0]] : [],
      ),
    ),
    ...(day.tablePieces !== null && { table: Math.max(0, day.tablePieces - stock) }),
  }
  for (const product of products)
    for (const [id, use] of Object.entries(usesOf(product)))
      if (id !== 'table') rooms[id] = (rooms[id] ?? 0) + use * product.begun
  const begun = products.reduce((sum, product) => sum + product.begun, 0)
  if (rooms.table !== undefined) rooms.table = Math.max(rooms.table, begun)
  return {
    currency: day.selling.currency,
    products: products.map((product): MarketProduct => {
      const brings = bringsEach(product.price, day)
      const left = new Decimal(product.costPerGood).times(day.leftPct).div(100)
      // What comes home is worth less than what is sold, whatever somebody asks for it.
      const leftValue = Decimal.max(0, Decimal.min(left, brings.minus(CENT)))
      return {
        id: product.id,
        price: Decimal.max(brings, CENT).toFixed(4),
        costPerGood: product.costPerGood,
        leftValue: leftValue.toFixed(4),
        stock: product.stock,
        least: product.begun,
        most: Math.max(product.begun, product.most),
        demand: demandOf(product),
        uses: usesOf(product),
      }
    }),
    capacities: rooms,
  }
}
const CENT = '0.01'

/** What one sold brings: its price without tax, packing and fee. */
const bringsEach = (price: Money, { taxPct, selling }: Day): Decimal =>
  new Decimal(price)
    .times(100)
    .div(100 + taxPct)
    .minus(selling.packaging)
    .minus(new Decimal(price).times(selling.feePct).div(100))
