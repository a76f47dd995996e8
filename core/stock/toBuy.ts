import { cheapestPacks, type Pack } from './cheapestPacks'
import type { Asked } from './reserved'
import { inWorkingDays } from './workingDays'

export interface BuyRequest {
  asked: readonly Asked[]
  /** What the stores hold. */
  left: number
  /** What is ordered and not here yet; ms since 1970. */
  coming: readonly { amount: number; at: number }[]
  /** So much is always to be there. */
  least: number
  packs: readonly (Pack & { leadDays: number })[]
}

export interface ToBuy {
  /** More than is there and coming, with what is always to be there. */
  missing: number
  /** From when something lacks, ms since 1970; null where nothing planned does. */
  shortAt: number | null
  /** How many of each pack. */
  counts: number[]
  /** When they have to be ordered to be there in time, ms since 1970; null where nothing hurries. */
  orderBy: number | null
}

/**
 * What to buy of a ware, and by when: the packs that cover what planned work asks for, and what is
 * always to be there, beyond what is there and coming, at the least cost; ordered so many working
 * days before something lacks as the slowest of them takes.
 * @param request amounts in one unit
 */
export function toBuy({ asked, left, coming, least, packs }: BuyRequest): ToBuy {
  const sum = (all: readonly { amount: number }[]) => all.reduce((x, { amount }) => x + amount, 0)
  const missing = Math.max(0, sum(asked) + least - left - sum(coming))
  const shortAt = firstLack(asked, left, coming)
  const isBought = missing > 1e-6 && packs.length > 0
  const counts = isBought ? cheapestPacks(missing, packs) : packs.map(() => 0)
  const bought = packs.flatMap((pack, i) =>
    (counts[i] ?? 0) > 0 ? [{ ...pack, count: counts[i] ?? 0 }] : [],
  )
  const slowest = Math.max(0, ...bought.map(({ leadDays }) => leadDays))
  return {
    missing,
    shortAt,
    counts,
    orderBy:
      bought.length > 0 && shortAt !== null && Number.isFinite(shortAt)
        ? inWorkingDays(shortAt, -slowest)
        : null,
  }
}

/** When the first of what is asked lacks, in the order in which it is used. */
function firstLack(
  asked: readonly Asked[],
  left: number,
  coming: BuyRequest['coming'],
): number | null {
  let used = 0
  for (const { amount, at } of [...asked].sort((x, y) => (x.at ?? Infinity) - (y.at ?? Infinity))) {
    used += amount
    const when = at ?? Infinity
    const there = coming.reduce((sum, one) => sum + (one.at <= when ? one.amount : 0), left)
    if (used > there + 1e-6) return when
  }
  return null
}
