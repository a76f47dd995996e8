import { Decimal } from 'decimal.js'
import type { Money } from '../cost'

/** A size that something can be bought in. */
export interface Pack {
  size: number
  /** Null where nobody knows; such a pack is dearer than any other. */
  price: Money | null
}

/** Needs are compared with this slack, relative to the need. */
const SLACK = 1e-9

/**
 * How many of each pack cover a need at the least cost; of equal costs the one that leaves less
 * over, then fewer packs.
 * Source: covering knapsack, solved for certain by branching over the packs from the cheapest a unit
 * on, cut off where even that price for all that is missing costs too much.
 * @param need > 0, in the unit of the sizes
 * @param packs at least one
 * @returns counts in the order of the packs
 */
export function cheapestPacks(need: number, packs: readonly Pack[]): number[] {
  const dearest = packs.reduce((most, { price }) => Decimal.max(most, price ?? 0), new Decimal(1))
  const unknown = dearest.times(1000)
  const own = packs
    .map(({ size, price }, at) => ({
      at,
      size,
      price: price === null ? unknown : new Decimal(price),
    }))
    .sort((x, y) => x.price.div(x.size).cmp(y.price.div(y.size)) || y.size - x.size)
  let best: { cost: Decimal; total: number; counts: number[] } | null = null
  const counts = packs.map(() => 0)
  const isBetter = (cost: Decimal, total: number) => {
    if (best === null) return true
    const order = cost.cmp(best.cost)
    if (order !== 0) return order < 0
    const sum = (all: readonly number[]) => all.reduce((x, y) => x + y, 0)
    return (
      total < best.total - SLACK * need || (total <= best.total && sum(counts) < sum(best.counts))
    )
  }
  const go = (i: number, cost: Decimal, total: number) => {
    const missing = need - total
    if (missing <= SLACK * need) {
      if (isBetter(cost, total)) best = { cost, total, counts: [...counts] }
      return
    }
    const pack = own[i]
    if (!pack) return
    if (best && cost.plus(pack.price.times(missing / pack.size)).gt(best.cost)) return
    for (let n = Math.ceil(missing / pack.size - SLACK); n >= 0; n--) {
      counts[pack.at] = n
      go(i + 1, cost.plus(pack.price.times(n)), total + n * pack.size)
    }
    counts[pack.at] = 0
  }
  go(0, new Decimal(0), 0)
  return (best as { counts: number[] } | null)?.counts ?? counts
}
