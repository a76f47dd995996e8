import { Decimal } from 'decimal.js'
import { minorUnits, type Money } from '../cost'

/** A bottle with what was paid for it. */
interface Paid {
  left: number
  size: number
  price: Money | null
}

/**
 * What the stores are worth: of every bottle the share of its price that is left in it. What stands
 * below nothing, and what nobody knows the price of, is worth nothing here.
 * Source: stock valued at cost, bottle by bottle; the sum is rounded half up once.
 */
export function worthOf(bottles: readonly Paid[], currency: string): Money {
  const sum = bottles.reduce(
    (all, { left, size, price }) =>
      price === null || size <= 0
        ? all
        : all.plus(new Decimal(price).times(Math.max(0, left)).div(size)),
    new Decimal(0),
  )
  return sum
    .toDecimalPlaces(minorUnits(currency) ?? 2, Decimal.ROUND_HALF_UP)
    .toFixed(minorUnits(currency) ?? 2)
}
