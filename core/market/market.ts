import { elementAt } from '../elementAt'
import { answer, issue, refuse, type Result } from '../result'
import { bringsOf, type Brings } from './brings'
import { choose } from './choose'
import type { Choosing, Chosen } from './choosing'
import type { MarketAnswer, MarketChoice, MarketProduct, MarketRequest } from './types'

/**
 * What to make for a market day when nobody knows what sells: of each product the whole number of
 * pieces that brings the most to be expected in all, within hands, moulds and whatever else is
 * short.
 * Source: newsvendor with several products and shared capacities; `bringsOf` and `choose` say how.
 * @param request money as decimal texts; capacities and uses in any unit, the same for both
 * @returns numbers, what they are expected to sell and bring, what one unit more of each capacity
 *   would bring; `exact` where that is proven, else `bound` is what nothing exceeds
 * @throws nothing; refuses with `does-not-fit` where not even the least of each can be made
 */
export function market(request: MarketRequest): Result<MarketAnswer> {
  const ids = Object.keys(request.capacities)
  const over = ids.filter((id) => usedOf(request, id, leastOf) > slackened(roomOf(request, id)))
  if (over.length > 0)
    return refuse(
      'does-not-fit',
      ...over.map((id) =>
        issue(`capacities.${id}`, 'least-does-not-fit', {
          needed: usedOf(request, id, leastOf),
          there: roomOf(request, id),
        }),
      ),
    )
  const all = request.products.map(bringsOf)
  const best = bestOf(request, all)
  const made = request.products.map((product, i) => leastOf(product) + (best.pieces[i] ?? 0))
  return answer({
    products: request.products.map((product, i) =>
      choiceOf(product, elementAt(all, i), made[i] ?? 0),
    ),
    expectedProfit: best.value,
    withoutMaking: request.products.reduce(
      (sum, product, i) => sum + elementAt(elementAt(all, i).brings, leastOf(product)),
      0,
    ),
    capacities: ids.map((id) => ({
      id,
      used: usedOf(request, id, (_, i) => made[i] ?? 0),
      oneMoreBrings: Math.max(
        0,
        bestOf(request, all, { id, reached: best.value }).value - best.value,
      ),
    })),
    exact: best.isProven,
    bound: best.bound,
  })
}

const leastOf = ({ least = 0 }: MarketProduct) => least
const roomOf = ({ capacities }: MarketRequest, id: string) => capacities[id] ?? 0
const slackened = (room: number) => room + 1e-9 * Math.max(1, room)

const usedOf = (
  { products }: MarketRequest,
  id: string,
  pieces: (product: MarketProduct, at: number) => number,
) => products.reduce((sum, one, i) => sum + (one.uses?.[id] ?? 0) * pieces(one, i), 0)

/** The best numbers beyond the least of each, with one more of a capacity where that is asked. */
function bestOf(
  request: MarketRequest,
  all: readonly Brings[],
  oneMore?: { id: string; reached: number },
): Chosen {
  const ids = Object.keys(request.capacities)
  const choosing: Choosing = {
    products: request.products.map((product, i) => ({
      values: elementAt(all, i).brings.slice(leastOf(product)),
      uses: ids.map((id) => product.uses?.[id] ?? 0),
    })),
    room: ids.map(
      (id) => roomOf(request, id) + (id === oneMore?.id ? 1 : 0) - usedOf(request, id, leastOf),
    ),
  }
  return choose(choosing, oneMore?.reached)
}

function choiceOf(
  { id, stock = 0, most }: MarketProduct,
  { brings, sold, sellsOut }: Brings,
  make: number,
): MarketChoice {
  const gain = (pieces: number) => elementAt(brings, pieces) - elementAt(brings, pieces - 1)
  return {
    id,
    make,
    take: stock + make,
    expectedSold: elementAt(sold, make),
    expectedLeft: stock + make - elementAt(sold, make),
    sellOutChance: elementAt(sellsOut, make),
    lastBrings: make > 0 ? gain(make) : null,
    nextWouldBring: make < most ? gain(make + 1) : null,
  }
}
