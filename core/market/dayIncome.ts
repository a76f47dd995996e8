import { Decimal } from 'decimal.js'
import { minorUnits, type Money } from '../cost'
import type { SellingCosts } from '../quote'

/** What the pieces of one recipe brought on a market day, without tax, and what selling took of it. */
export interface DayIncome {
  recipeId: number
  net: Money
  selling: Money
}

/**
 * What a market day brought, recipe by recipe: what was paid without the tax in it; packing, fees and
 * the stall, which all share by what was paid for them, or alike where nothing was.
 * Each sum is rounded half up to the currency; what is left of rounding the stall falls to the last.
 * @param sales pieces sold, and what was paid for one, with tax
 * @param terms rate of tax, what selling takes, what the stall cost
 */
export function dayIncome(
  sales: readonly { recipeId: number; sold: number; price: Money }[],
  { taxPct, selling, stallFee }: { taxPct: number; selling: SellingCosts; stallFee: Money },
): DayIncome[] {
  const digits = minorUnits(selling.currency) ?? 2
  const round = (value: Decimal) => value.toDecimalPlaces(digits, Decimal.ROUND_HALF_UP)
  const paid = sales.map(({ sold, price }) => new Decimal(price).times(sold))
  const all = paid.reduce((sum, one) => sum.plus(one), new Decimal(0))
  const stall = round(new Decimal(stallFee))
  let rest = stall
  return sales.map(({ recipeId, sold }, i) => {
    const gross = paid[i] ?? new Decimal(0)
    const share = all.isZero() ? stall.div(sales.length) : stall.times(gross).div(all)
    const own = i === sales.length - 1 ? rest : round(share)
    rest = rest.minus(own)
    const taken = round(
      new Decimal(selling.packaging).times(sold).plus(gross.times(selling.feePct).div(100)),
    )
    return {
      recipeId,
      net: round(gross.times(100).div(100 + taxPct)).toFixed(digits),
      selling: taken.plus(own).toFixed(digits),
    }
  })
}
