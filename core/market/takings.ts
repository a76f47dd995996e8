import { Decimal } from 'decimal.js'
import { minorUnits, type Money } from '../cost'

/** What was paid for some pieces on a market day, with tax. */
export const takings = (
  sales: readonly { sold: number; price: Money }[],
  currency: string,
): Money =>
  sales
    .reduce((sum, { sold, price }) => sum.plus(new Decimal(price).times(sold)), new Decimal(0))
    .toFixed(minorUnits(currency) ?? 2)
