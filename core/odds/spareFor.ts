/** So sure one wants to be that enough come out. */
const SURE = 0.9
const MOST = 50

/**
 * How many to pour beside some pieces so that as many as are wanted come out, nine times of ten.
 * Each comes out or not by itself: a binomial sum.
 * @param wanted pieces that must come out
 * @param yieldPct of a hundred so many come out
 * @returns how many more than wanted are poured
 */
export function spareFor(wanted: number, yieldPct: number): number {
  const good = Math.min(1, Math.max(0, yieldPct / 100))
  if (good === 0) return 0
  for (let spare = 0; spare < MOST; spare++)
    if (atLeast(wanted, wanted + spare, good) >= SURE) return spare
  return MOST
}

/** The chance that of some at least so many come out. */
function atLeast(wanted: number, of: number, good: number): number {
  let chance = 0
  let ways = 1
  for (let bad = 0; bad <= of - wanted; bad++) {
    chance += ways * good ** (of - bad) * (1 - good) ** bad
    ways = (ways * (of - bad)) / (bad + 1)
  }
  return chance
}
