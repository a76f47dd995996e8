import { Decimal } from 'decimal.js'
import type { Money } from '../cost'

/**
 * A price at the next price point: up to a multiple of a step, less a little.
 * Source: the trade's habit of asking 24.90 rather than 24.13.
 * @param price what is worked out
 * @param roundTo the step; with nothing the price stays
 * @param roundLess taken off the step, less than it
 * @returns the least price point that is not below the price
 */
export function pricePoint(price: Money, roundTo: Money, roundLess: Money): Money {
  const step = new Decimal(roundTo)
  if (step.lte(0)) return price
  return new Decimal(price).plus(roundLess).div(step).ceil().times(step).minus(roundLess).toFixed()
}
