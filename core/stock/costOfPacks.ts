import { Decimal } from 'decimal.js'
import { minorUnits, type Money } from '../cost'

/**
 * What some packs cost together, exactly.
 * @param currency ISO 4217; its decimals are written
 * @returns a decimal text; null where the price of one is not known
 */
export function costOfPacks(
  packs: readonly { count: number; price: Money | null }[],
  currency: string,
): Money | null {
  if (packs.some(({ price }) => price === null)) return null
  return packs
    .reduce(
      (sum, { count, price }) => sum.plus(new Decimal(price ?? 0).times(count)),
      new Decimal(0),
    )
    .toFixed(minorUnits(currency) ?? 2)
}
