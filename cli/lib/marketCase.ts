import type { MarketProduct, MarketRequest } from '../../core/market'
import { seededRandom } from '../../core/seededRandom'

/** What kind of market day is made up. */
export interface MarketCaseOptions {
  products: number
  seed: number
  /** How many castings there is time for, of what all moulds together would be asked for. */
  mouldShare?: number
  /** How many products share a mould. */
  perMould?: number
}

/**
 * Makes up a market day: pieces of unlike price, cost and demand that share hands, moulds and the
 * table, all of them short.
 * @returns a request for `market`; the same options give the same request
 */
export function marketCase({
  products: count,
  seed,
  mouldShare = 0.6,
  perMould = 4,
}: MarketCaseOptions): MarketRequest {
  const random = seededRandom(seed)
  const between = (low: number, high: number) => low + Math.floor(random() * (high - low + 1))
  const products = Array.from({ length: count }, (_, i): MarketProduct => {
    const cost = between(400, 4000)
    const price = Math.round(cost * (1.3 + random() * 1.5))
    const mean = between(20, 140) / 10
    return {
      id: `piece ${i + 1}`,
      price: (price / 100).toFixed(2),
      costPerGood: (cost / 100).toFixed(2),
      leftValue: ((cost * 0.6) / 100).toFixed(2),
      stock: between(0, 3),
      most: between(12, 40),
      demand:
        random() < 0.5
          ? { kind: 'poisson', mean }
          : { kind: 'negbin', mean, sd: Math.sqrt(mean) * (1.2 + random()) },
      uses: { hands: between(8, 55), table: 1, [`mould ${Math.floor(i / perMould)}`]: 1 },
    }
  })
  const asked = (id: string) =>
    products.reduce((sum, { uses, most }) => sum + (uses?.[id] ?? 0) * Math.min(most, 8), 0)
  const ids = new Set(products.flatMap(({ uses }) => Object.keys(uses ?? {})))
  return {
    currency: 'EUR',
    products,
    capacities: Object.fromEntries(
      [...ids].map((id) => [
        id,
        Math.floor(asked(id) * (id === 'hands' ? 0.5 : id === 'table' ? 0.7 : mouldShare)),
      ]),
    ),
  }
}
