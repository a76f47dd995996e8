import { spares } from './spares'

/** So sure one wants to be that enough come out. */
const SURE = 0.9
/** A yield that nobody has doubted yet counts like so many pieces. */
const WEIGHT = 20
const MOST = 50

/**
 * How many to pour beside some pieces so that as many as are wanted come out, nine times of ten.
 * @param wanted pieces that must come out
 * @param yieldPct of a hundred so many come out
 * @returns how many more than wanted are poured; none where all come out, or none ever does
 */
export function spareFor(wanted: number, yieldPct: number): number {
  if (yieldPct <= 0 || yieldPct >= 100) return 0
  const proposed = spares({
    wanted,
    yield: { meanPct: yieldPct, weight: WEIGHT },
    sureOf: SURE,
    mostPieces: wanted + MOST,
  })
  return proposed.ok ? proposed.value.pieces - wanted : MOST
}
