import { Decimal } from 'decimal.js'
import { moneyText, type Money } from '../cost'
import { PRIOR } from '../odds'
import { spares } from './spares'

/** A yield as it is known: of a hundred so many come out, learned from so many judged pieces. */
export interface KnownYield {
  yieldPct: number
  judged: number
}

const MOST = 50
const MOST_PIECES = 1000

const weightOf = ({ judged }: KnownYield) => PRIOR + judged

/**
 * How many to pour beside some pieces so that as many as are wanted come out.
 * @param wanted pieces that must come out
 * @param sure how sure one wants to be of it, per cent; 0 for never a spare
 * @returns how many more than wanted are poured, 50 at the most; none where all come out, none ever
 *   does, or there are too many to say it of (1,000)
 */
export function spareFor(wanted: number, known: KnownYield, sure: number): number {
  const { yieldPct } = known
  if (yieldPct <= 0 || yieldPct >= 100 || sure <= 0 || wanted >= MOST_PIECES) return 0
  const proposed = spares({
    wanted,
    yield: { meanPct: yieldPct, weight: weightOf(known) },
    sureOf: sure / 100,
    mostPieces: Math.min(MOST_PIECES, wanted + MOST),
  })
  return proposed.ok ? proposed.value.pieces - wanted : MOST
}

/**
 * The chance that of some pieces at least as many come out as are wanted.
 * Source: beta-binomial, as in `spares`; of its terms only those that count are added up, each from
 * the one before: one piece more fails (n − j)·(b + j) / ((j + 1)·(a + n − j − 1)) times as often. In
 * logarithms, so that many pieces do not underflow.
 * @param poured pieces, as many as wanted or more
 * @returns from 0 to 1
 */
export function chanceOfEnough(wanted: number, poured: number, known: KnownYield): number {
  const { yieldPct } = known
  if (wanted <= 0 || yieldPct >= 100) return 1
  if (yieldPct <= 0 || poured < wanted) return 0
  const weight = weightOf(known)
  const a = (weight * yieldPct) / 100
  const b = weight - a
  let log = 0
  for (let i = 0; i < poured; i++) log += Math.log((a + i) / (weight + i))
  let sum = 0
  for (let fails = 0; fails <= poured - wanted; fails++) {
    sum += Math.exp(log)
    log += Math.log(((poured - fails) * (b + fails)) / ((fails + 1) * (a + poured - fails - 1)))
  }
  return Math.min(1, sum)
}

/** What spares add to a batch: what it costs with them, without what it costs without. */
export const sparesCost = (withSpares: Money, without: Money, currency: string): Money =>
  moneyText(new Decimal(withSpares).minus(without).toFixed(), currency)

/**
 * What a good piece of a batch with spares is worked out with: as many as come out, but no more than
 * are wanted, since spares that come out too are nobody's yet.
 * @param poured pieces, spares with them
 * @param yieldPct of a hundred so many come out
 * @returns of a hundred poured so many pay for the batch
 */
export const payingPct = (wanted: number, poured: number, yieldPct: number): number =>
  Math.min(yieldPct, (100 * wanted) / poured)
