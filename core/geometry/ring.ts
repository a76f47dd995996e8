import type { Point } from './types'

/**
 * The area inside a ring, in the square of its unit: shoelace formula, taken from the first corner
 * so that far-off coordinates lose no digits.
 */
export function ringArea(points: readonly Point[]): number {
  const [originX, originY] = points[0] ?? [0, 0]
  const doubleArea = points.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = points[(i + 1) % points.length]!
    return sum + (x - originX) * (nextY - originY) - (nextX - originX) * (y - originY)
  }, 0)
  return Math.abs(doubleArea) / 2
}

/** The length of a ring, closing edge included. */
export const ringLength = (points: readonly Point[]): number =>
  points.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = points[(i + 1) % points.length]!
    return sum + Math.hypot(nextX - x, nextY - y)
  }, 0)

/**
 * Whether a point lies inside a ring; on its edge either answer is possible.
 * Source: crossing number of a ray to the right (Shimrat 1962, corrected by Hacker).
 */
export function ringHolds(points: readonly Point[], [x, y]: Point): boolean {
  let inside = false
  points.forEach(([ax, ay], i) => {
    const [bx, by] = points[(i + 1) % points.length]!
    if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) inside = !inside
  })
  return inside
}
