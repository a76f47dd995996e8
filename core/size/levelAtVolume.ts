import type { Solid } from './solidOf'

/** Enough halvings to pass the precision of a double from any height in use. */
const HALVINGS = 200

/**
 * The level at which a solid holds a volume: the inverse of `volumeBelowMl`, by bisection, since
 * the content never falls with the level whatever the shape.
 * @param volumeMl 0 to the solid's capacity
 * @returns mm above the bottom, to the precision of a double
 */
export function levelAtVolume(solid: Solid, volumeMl: number): number {
  if (volumeMl <= 0) return 0
  if (volumeMl >= solid.capacityMl) return solid.heightMm
  let [low, high] = [0, solid.heightMm]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2
    if (middle === low || middle === high) break
    if (solid.volumeBelowMl(middle) < volumeMl) low = middle
    else high = middle
  }
  return (low + high) / 2
}
