import { Decimal } from 'decimal.js'
import { minorUnits } from './minorUnits'
import type { Money } from './types'

/** A sum with the decimals of its currency, rounded half up. */
export const moneyText = (sum: Money, currency: string): Money =>
  new Decimal(sum).toFixed(minorUnits(currency) ?? 2, Decimal.ROUND_HALF_UP)
