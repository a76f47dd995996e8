import { Decimal } from 'decimal.js'
import { minorUnits, type Money } from '../cost'
import type { PricedOrder, QuoteTerms } from './types'

/** What a line of an order brings: its share of what is paid without tax, and of what selling takes. */
export interface LineIncome {
  net: Money
  selling: Money
}

/**
 * Shares what an order brings among its lines, so that they add up to the cent: the net without
 * delivery, which is passed on, and packing and fee, by what is charged; what is left of rounding
 * falls to the last line.
 * @param priced the order
 * @param terms at which rate the delivery is taxed
 * @param currency ISO 4217
 * @returns in the order of its lines
 */
export function incomeOf(
  { lines, net, delivery, packaging, fee }: PricedOrder,
  { taxIsIn, taxPct }: Pick<QuoteTerms, 'taxIsIn' | 'taxPct'>,
  currency: string,
): LineIncome[] {
  const digits = minorUnits(currency) ?? 2
  const zero = new Decimal(0)
  const charged = lines.reduce((sum, line) => sum.plus(line.charged), zero)
  const passedOn = new Decimal(delivery).times(100).div(taxIsIn ? 100 + taxPct : 100)
  const shared = (amount: Decimal) => {
    const all = amount.toDecimalPlaces(digits, Decimal.ROUND_HALF_UP)
    const shares = lines.map((line) =>
      charged.isZero() ? zero : all.times(line.charged).div(charged).toDecimalPlaces(digits),
    )
    const others = shares.slice(0, -1).reduce((sum, share) => sum.plus(share), zero)
    return shares.map((share, i) => (i === shares.length - 1 ? all.minus(others) : share))
  }
  const nets = shared(new Decimal(net).minus(passedOn))
  const sold = shared(new Decimal(packaging).plus(fee))
  return lines.map((_, i) => ({
    net: (nets[i] ?? zero).toFixed(digits),
    selling: (sold[i] ?? zero).toFixed(digits),
  }))
}
