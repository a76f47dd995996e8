import { Decimal } from 'decimal.js'
import { minorUnits, type Money } from '../cost'

/** Money that came in, or with a minus went back. */
export interface Paid {
  amount: Money
}

export interface Owed {
  paid: Money
  /** Still to be paid; below nothing where too much was. */
  rest: Money
  /** Of the deposit; null where none was agreed. */
  depositRest: Money | null
}

/**
 * What is still to be paid.
 * @param agreed what was agreed; null where nothing is
 * @param payments what came in and went back
 * @param currency ISO 4217
 */
export function owed(
  agreed: { total: Money; deposit: Money } | null,
  payments: readonly Paid[],
  currency: string,
): Owed {
  const digits = minorUnits(currency) ?? 2
  const paid = payments.reduce((sum, { amount }) => sum.plus(amount), new Decimal(0))
  const depositRest = agreed ? Decimal.max(0, new Decimal(agreed.deposit).minus(paid)) : null
  return {
    paid: paid.toFixed(digits),
    rest: new Decimal(agreed?.total ?? 0).minus(paid).toFixed(digits),
    depositRest:
      agreed === null || new Decimal(agreed.deposit).isZero()
        ? null
        : (depositRest?.toFixed(digits) ?? null),
  }
}
