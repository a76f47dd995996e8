import { Decimal } from 'decimal.js'
import { minorUnits } from './minorUnits'
import type { Money } from './types'

/**
 * A price shared equally, to the currency's minor unit: what cannot be shared goes to the last.
 * @param price a decimal text
 * @param parts into how many, at least 1
 * @returns as many decimal texts, which add up to the price
 */
export function sharedPrice(price: Money, parts: number, currency: string): Money[] {
  const digits = minorUnits(currency) ?? 2
  const whole = new Decimal(price)
  const each = whole.div(parts).toDecimalPlaces(digits, Decimal.ROUND_DOWN)
  return Array.from({ length: parts }, (_, i) =>
    (i < parts - 1 ? each : whole.minus(each.times(parts - 1))).toFixed(),
  )
}
