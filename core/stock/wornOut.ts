/** Castings that planned work asks of a mould. */
export interface Castings {
  pieces: number
  /** When they are poured, ms since 1970; null where the plan has no time for it yet. */
  at: number | null
}

export interface WornOut {
  /** Castings that its copies are still good for. */
  left: number
  planned: number
  /** When the first casting would be poured into a mould that is worn out, ms since 1970. */
  at: number
}

/**
 * Whether a mould wears out before what is planned is poured.
 * @param left castings that it is still good for
 * @param castings those planned, in any order
 * @returns null where it lasts, or none of what it does not last for has a time yet
 */
export function wornOut(left: number, castings: readonly Castings[]): WornOut | null {
  const planned = castings.reduce((sum, { pieces }) => sum + pieces, 0)
  let poured = 0
  for (const { pieces, at } of [...castings].sort(
    (x, y) => (x.at ?? Infinity) - (y.at ?? Infinity),
  )) {
    poured += pieces
    if (poured > left) return at === null ? null : { left, planned, at }
  }
  return null
}
