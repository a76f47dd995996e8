import { seededRandom } from '../seededRandom'
import type { Choosing } from './choosing'

/** Cuts of a step along one line. */
const HALVINGS = 40
const ROUNDS = 20
const DIRECTIONS = 60
/** Nothing is gained any more. */
const STILL = 1e-12

/**
 * What a unit of each capacity is worth at the most: the prices at which choosing every product by
 * itself, and paying for what it uses, brings the least in all. That total bounds every choice.
 * Source: Lagrange's dual of a separable concave programme, lowered along each price and along
 * random lines (a convex function with corners, on which going along the axes alone gets stuck).
 * @returns a price for each capacity, not negative, and the bound
 */
export function pricesOf(choosing: Choosing): { prices: number[]; bound: number } {
  const count = choosing.room.length
  let prices = new Array<number>(count).fill(0)
  let bound = boundAt(choosing, prices)
  if (count === 0) return { prices, bound }
  const random = seededRandom(1)
  const dearest = bestRate(choosing)
  const scale = choosing.room.map((room) => dearest / Math.max(1, room))
  const lower = (direction: readonly number[]) => {
    const along = (step: number) =>
      prices.map((price, k) => Math.max(0, price + step * (direction[k] ?? 0)))
    const found = lowestAlong((step) => boundAt(choosing, along(step)))
    if (found.value >= bound - STILL) return false
    prices = along(found.step)
    bound = found.value
    return true
  }
  for (let round = 0; round < ROUNDS; round++) {
    const moved = scale.map((size, k) => lower(scale.map((_, i) => (i === k ? size : 0))))
    if (!moved.some(Boolean)) break
  }
  for (let i = 0; count > 1 && i < DIRECTIONS; i++) {
    const by = 4 ** -(i % 12)
    lower(scale.map((size) => size * by * (2 * random() - 1)))
  }
  return { prices, bound }
}

/** What the dearest product brings with all its pieces, as a measure of how dear room can be. */
const bestRate = ({ products }: Choosing) =>
  Math.max(1e-9, ...products.map(({ values }) => Math.max(...values) - (values[0] ?? 0)))

/** A convex function's least value along a line: stepped out until it rises, then cut in three. */
function lowestAlong(value: (step: number) => number): { step: number; value: number } {
  let [from, to] = [-1, 1]
  while (value(to) < value(to / 2) && to < 1e9) to *= 2
  while (value(from) < value(from / 2) && from > -1e9) from *= 2
  for (let i = 0; i < HALVINGS; i++) {
    const third = (to - from) / 3
    if (value(from + third) <= value(to - third)) to -= third
    else from += third
  }
  const step = (from + to) / 2
  return { step, value: value(step) }
}

/** What some room costs at these prices. */
export const costOf = (room: readonly number[], prices: readonly number[]): number =>
  room.reduce((sum, one, k) => sum + one * (prices[k] ?? 0), 0)

/** What all products bring if each is chosen by itself and room is paid for. */
function boundAt({ products, room }: Choosing, prices: readonly number[]): number {
  let total = costOf(room, prices)
  for (const { values, uses } of products) {
    const each = costOf(uses, prices)
    const best = bestAt(values, each)
    total += (values[best] ?? 0) - best * each
  }
  return total
}

/** How many pieces are best where each costs so much more; the first of equal ones. */
export function bestAt(values: readonly number[], each: number): number {
  let [low, high] = [0, values.length - 1]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((values[middle + 1] ?? 0) - (values[middle] ?? 0) > each) low = middle + 1
    else high = middle
  }
  return low
}
