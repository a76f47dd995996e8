/** What planned work asks of a ware. */
export interface Asked {
  amount: number
  /** When it is used, ms since 1970; null where the plan has no time for it yet. */
  at: number | null
}

/**
 * What of a ware is promised to planned work, what is free, and from when there is not enough.
 * @param left what the stores hold, in the unit of the amounts
 * @returns `shortAt` null where all of it is there; ms since 1970, or Infinity where what lacks has no
 *   time yet
 */
export function reserved(
  asked: readonly Asked[],
  left: number,
): { reserved: number; free: number; shortAt: number | null } {
  let sum = 0
  let shortAt: number | null = null
  for (const { amount, at } of [...asked].sort((x, y) => (x.at ?? Infinity) - (y.at ?? Infinity))) {
    sum += amount
    if (shortAt === null && sum > left + 1e-6) shortAt = at ?? Infinity
  }
  return { reserved: sum, free: left - sum, shortAt }
}
