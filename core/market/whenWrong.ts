import { bringsOf } from './brings'
import { elementAt } from '../elementAt'
import type { Result } from '../result'
import { market } from './market'
import type { Demand, MarketAnswer, MarketProduct, MarketRequest } from './types'

/** What it would have been best to make, had a product been asked for more or less than was thought. */
export interface WhenWrong {
  id: string
  /** The demand as a share of what was thought. */
  factor: number
  /** How many of it would have been made then. */
  make: number
  /** What making the chosen numbers loses against that, expected. */
  loses: number
}

const scaled = (demand: Demand, factor: number): Demand => {
  switch (demand.kind) {
    case 'poisson':
      return { kind: 'poisson', mean: demand.mean * factor }
    case 'negbin': {
      const [mean, sd] = [demand.mean * factor, demand.sd * factor]
      return sd * sd > mean ? { kind: 'negbin', mean, sd } : { kind: 'poisson', mean }
    }
    case 'pmf':
      return stretched(demand.p, factor)
  }
}

/** A distribution whose every number is multiplied, shared between the whole numbers beside it. */
function stretched(p: readonly number[], factor: number): Demand {
  const out = new Array<number>(Math.ceil((p.length - 1) * factor) + 2).fill(0)
  for (const [count, chance] of p.entries()) {
    const at = count * factor
    const low = Math.floor(at)
    out[low] = (out[low] ?? 0) + chance * (low + 1 - at)
    out[low + 1] = (out[low + 1] ?? 0) + chance * (at - low)
  }
  return { kind: 'pmf', p: out }
}

/** What making these numbers brings, expected. */
const broughtBy = (products: readonly MarketProduct[], made: readonly number[]): number =>
  products.reduce((sum, product, i) => sum + elementAt(bringsOf(product).brings, made[i] ?? 0), 0)

/**
 * How a market answer changes where a guess is wrong: for each product in turn, what would be made if
 * it were asked for more or less, and what is lost by having made what was chosen.
 * @param request as it was asked
 * @param chosen what was answered
 * @param factors the demand as shares of what was thought
 * @param onDone told how many of all are worked out
 * @returns a row for each product and factor; empty where the request cannot be answered
 */
export function whenWrong(
  request: MarketRequest,
  chosen: MarketAnswer,
  factors: readonly number[],
  onDone: (done: number, all: number) => void = () => undefined,
): WhenWrong[] {
  const made = chosen.products.map(({ make }) => make)
  const rows: WhenWrong[] = []
  const all = request.products.length * factors.length
  for (const [i, { id }] of request.products.entries())
    for (const factor of factors) {
      const products = request.products.map((product, at) =>
        at === i ? { ...product, demand: scaled(product.demand, factor) } : product,
      )
      const best: Result<MarketAnswer> = market({ ...request, products })
      if (best.ok)
        rows.push({
          id,
          factor,
          make: best.value.products[i]?.make ?? 0,
          loses: Math.max(0, best.value.expectedProfit - broughtBy(products, made)),
        })
      onDone(rows.length, all)
    }
  return rows
}
