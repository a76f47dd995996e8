import type { Item } from './items'

/**
 * What no layout can exceed: every piece that fits somewhere, as far as there is area for it, the
 * best for their area first and the last in part.
 * Source: the linear relaxation of the knapsack by area.
 * @param areaMm2 the free area of all shelves, with clearances
 */
export function boundOf(items: readonly Item[], areaMm2: number): number {
  const able = items
    .filter(({ fits }) => fits.includes(true))
    .sort((x, y) => y.weight * x.width * x.depth - x.weight * y.width * y.depth)
  let [left, sum] = [areaMm2, 0]
  for (const { width, depth, weight } of able) {
    const area = width * depth
    if (weight <= 0) continue
    if (area >= left) return sum + (weight * left) / area
    left -= area
    sum += weight
  }
  return sum
}
