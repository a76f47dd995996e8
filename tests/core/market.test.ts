import { describe, expect, test } from '@jest/globals'
import { market, type Demand, type MarketAnswer, type MarketRequest } from '../../core/market'
import { chanceOfAtLeast } from '../../core/market/chanceOfAtLeast'
import { seededRandom } from '../../core/seededRandom'
import { compute } from '../../server/services/compute/compute'
import { readVectors } from '../fixtures/readVectors'
import { runs } from '../fixtures/runs'

const made = (request: MarketRequest): MarketAnswer => {
  const result = market(request)
  if (!result.ok) throw new Error(JSON.stringify(result.issues))
  return result.value
}

describe('the contract', () => {
  test.each(readVectors('market').map((vector) => [vector.id, vector] as const))(
    '%s',
    (_id, vector) => {
      const request = JSON.parse(vector.requestText) as MarketRequest
      const result = compute('market', request, 0)
      if (vector.error) {
        expect(result).toMatchObject({ ok: false, code: vector.error.code })
        if (!result.ok) expect(result.issues.map(({ path }) => path)).toEqual(vector.error.paths)
        return
      }
      if (!result.ok) throw new Error(JSON.stringify(result.issues))
      const [wanted, got] = [vector.answer as MarketAnswer, result.value as MarketAnswer]
      expect(got.withoutMaking).toBeCloseTo(wanted.withoutMaking, 6)
      expect(got.expectedProfit).toBeLessThanOrEqual(got.bound + 1e-9)
      if (vector.share !== undefined) {
        expect(got.expectedProfit).toBeGreaterThanOrEqual(vector.share * wanted.bound)
        return
      }
      expect(got.exact).toBe(true)
      expect(got.expectedProfit).toBeCloseTo(wanted.expectedProfit, 6)
      expect(got.bound).toBeCloseTo(wanted.bound, 6)
      const count = (answer: MarketAnswer) =>
        answer.products.reduce((sum, { make }) => sum + make, 0)
      expect(count(got)).toBe(count(wanted))
      for (const [i, { oneMoreBrings }] of wanted.capacities.entries())
        expect(got.capacities[i]?.oneMoreBrings).toBeCloseTo(oneMoreBrings, 6)
      expect(got.products.map(({ make }) => make)).toEqual(wanted.products.map(({ make }) => make))
      for (const [i, product] of wanted.products.entries())
        for (const key of ['expectedSold', 'expectedLeft', 'sellOutChance'] as const)
          expect(got.products[i]?.[key]).toBeCloseTo(product[key], 6)
    },
  )
})

/** What every choice brings, worked out one by one. */
function bruteForce(request: MarketRequest): { profit: number; pieces: number } {
  const ids = Object.keys(request.capacities)
  const brings = request.products.map((product) => {
    const { stock = 0, most, demand } = product
    const atLeast = chanceOfAtLeast(demand, stock + most)
    return Array.from({ length: most + 1 }, (_, q) => {
      const sold = atLeast.slice(1, stock + q + 1).reduce((sum, one) => sum + one, 0)
      const [price, left, cost] = [product.price, product.leftValue, product.costPerGood].map(
        Number,
      )
      return (price ?? 0) * sold + (left ?? 0) * (stock + q - sold) - (cost ?? 0) * q
    })
  })
  let best = { profit: -Infinity, pieces: 0 }
  const go = (at: number, profit: number, pieces: number, room: readonly number[]) => {
    if (room.some((one) => one < -1e-9)) return
    const product = request.products[at]
    if (!product) {
      if (profit > best.profit + 1e-9 || (profit > best.profit - 1e-9 && pieces < best.pieces))
        best = { profit, pieces }
      return
    }
    for (let q = product.least ?? 0; q <= product.most; q++)
      go(
        at + 1,
        profit + (brings[at]?.[q] ?? 0),
        pieces + q,
        room.map((one, k) => one - q * (product.uses?.[ids[k] ?? ''] ?? 0)),
      )
  }
  go(
    0,
    0,
    0,
    ids.map((id) => request.capacities[id] ?? 0),
  )
  return best
}

function someMarket(seed: number): MarketRequest {
  const random = seededRandom(seed)
  const upTo = (most: number) => Math.floor(random() * (most + 1))
  const demand = (): Demand => {
    const mean = 0.5 + random() * 6
    const kind = upTo(2)
    if (kind === 0) return { kind: 'poisson', mean }
    if (kind === 1) return { kind: 'negbin', mean, sd: Math.sqrt(mean) + 0.2 + random() * 2 }
    const weights = Array.from({ length: 5 }, () => upTo(4))
    const all = weights.reduce((sum, one) => sum + one, 0) || 1
    return { kind: 'pmf', p: all === 1 ? [1] : weights.map((one) => one / all) }
  }
  const capacities: Record<string, number> = { hours: 40 + upTo(200), moulds: 2 + upTo(10) }
  return {
    currency: 'EUR',
    capacities,
    products: Array.from({ length: 2 + upTo(2) }, (_, i) => {
      const price = 8 + upTo(50)
      return {
        id: `p${i}`,
        price: `${price}`,
        costPerGood: `${upTo(price)}`,
        leftValue: `${upTo(Math.floor(price / 2))}`,
        stock: upTo(3),
        most: 3 + upTo(5),
        demand: demand(),
        uses: { hours: upTo(40), ...(upTo(1) ? { moulds: upTo(3) } : {}) },
      }
    }),
  }
}

describe('beside every choice worked out', () => {
  test.each(Array.from({ length: runs(60) }, (_, i) => i + 1))('market %i', (seed) => {
    const request = someMarket(seed)
    const [best, got] = [bruteForce(request), made(request)]
    expect(got.exact).toBe(true)
    expect(got.expectedProfit).toBeCloseTo(best.profit, 8)
    expect(got.products.reduce((sum, { make }) => sum + make, 0)).toBe(best.pieces)
    for (const { id, oneMoreBrings } of got.capacities) {
      const more = bruteForce({
        ...request,
        capacities: { ...request.capacities, [id]: (request.capacities[id] ?? 0) + 1 },
      })
      expect(oneMoreBrings).toBeCloseTo(more.profit - best.profit, 8)
    }
  })
})

test('twelve products within two capacities are solved for certain', () => {
  const random = seededRandom(5)
  const products = Array.from({ length: 12 }, (_, i) => ({
    id: `p${i}`,
    price: (12 + random() * 50).toFixed(2),
    costPerGood: (3 + random() * 8).toFixed(2),
    leftValue: (1 + random() * 2).toFixed(2),
    most: 60,
    demand: { kind: 'poisson' as const, mean: 5 + random() * 25 },
    uses: { hours: 3 + random() * 30, moulds: 0.2 + random() * 4 },
  }))
  const answer = made({ currency: 'EUR', products, capacities: { hours: 1500, moulds: 180 } })
  expect(answer.exact).toBe(true)
  expect(answer.bound).toBe(answer.expectedProfit)
})

test.each<[string, Demand, number, number]>([
  ['nobody asks', { kind: 'poisson', mean: 0 }, 1, 0],
  ['Poisson far out', { kind: 'poisson', mean: 2000 }, 1, 1],
  ['Poisson of one', { kind: 'poisson', mean: 1 }, 1, 1 - Math.exp(-1)],
  ['geometric', { kind: 'negbin', mean: 1, sd: Math.SQRT2 }, 3, 0.125],
])('chances of at least so many: %s', (_name, demand, count, chance) => {
  expect(chanceOfAtLeast(demand, count)[count]).toBeCloseTo(chance, 10)
})
