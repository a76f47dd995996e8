/**
 * A stream of numbers in [0, 1) that depends on the seed alone.
 * Source: mulberry32, a 32-bit counter with an integer hash (Jenkins, public domain); good enough
 * to shuffle by.
 * @param seed any whole number
 */
export function seededRandom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32
  }
}
