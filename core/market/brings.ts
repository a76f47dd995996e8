import { elementAt } from '../elementAt'
import { chanceOfAtLeast } from './chanceOfAtLeast'
import type { MarketProduct } from './types'

/** What is to be expected of a product with some pieces made. */
export interface Brings {
  /** By how many are made, from 0 to `most`: price, what is left and cost together. */
  brings: number[]
  sold: number[]
  /** The chance that all that is taken sells. */
  sellsOut: number[]
}

/**
 * What a product brings with 0, 1, 2 … pieces made:
 * price·E[min(D, s)] + leftValue·(s − E[min(D, s)]) − costPerGood·q with s = stock + q.
 * Each piece more brings no more than the one before it, since leftValue < price.
 * Source: the newsvendor's expectation; E[min(D, s)] is the sum of P(D ≥ k) for k = 1 … s.
 */
export function bringsOf(product: MarketProduct): Brings {
  const { stock = 0, most, demand } = product
  const [price, cost, left] = [product.price, product.costPerGood, product.leftValue].map(Number)
  const atLeast = chanceOfAtLeast(demand, stock + most)
  let expected = 0
  for (let k = 1; k <= stock; k++) expected += elementAt(atLeast, k)
  const all: Brings = { brings: [], sold: [], sellsOut: [] }
  for (let made = 0; made <= most; made++) {
    const taken = stock + made
    if (made > 0) expected += elementAt(atLeast, taken)
    all.sold.push(expected)
    all.sellsOut.push(elementAt(atLeast, taken))
    all.brings.push((price ?? 0) * expected + (left ?? 0) * (taken - expected) - (cost ?? 0) * made)
  }
  return all
}
