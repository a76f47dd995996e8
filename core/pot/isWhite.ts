import type { Pigment } from '../trade'

/**
 * Each of red, green and blue at least this, and no two further apart: such a pigment is taken for
 * a white.
 */
const LEAST_CHANNEL = 215
const MOST_APART = 28

/** Whether a pigment is one of the heavy whites that sink, judged by its colour in cured resin. */
export function isWhite({ hex }: Pick<Pigment, 'hex'>): boolean {
  const channels = [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16))
  return (
    Math.min(...channels) >= LEAST_CHANNEL &&
    Math.max(...channels) - Math.min(...channels) <= MOST_APART
  )
}
