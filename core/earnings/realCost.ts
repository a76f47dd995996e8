import { Decimal } from 'decimal.js'
import { minorUnits } from '../cost'
import { MINUTES_PER_HOUR } from '../units'
import type { RealCost, Spent } from './types'

/**
 * What pieces really cost: what was drawn for them at what its bottle cost, what hands took at their
 * own wages, castings at their share of the mould's life, and the overhead on all of it.
 * Each kind is rounded half up to the currency once, and added up from there.
 * Source: actual costing, as in job costing, beside the planned cost of the operation `cost`.
 * @param spent amounts in the unit of their bottles, minutes, castings, per cent
 * @param currency ISO 4217
 * @returns decimal texts; minutes
 */
export function realCost({ used, worked, worn, overheadPct }: Spent, currency: string): RealCost {
  const digits = minorUnits(currency) ?? 2
  const round = (all: readonly Decimal[]) =>
    all
      .reduce((sum, one) => sum.plus(one), new Decimal(0))
      .toDecimalPlaces(digits, Decimal.ROUND_HALF_UP)
  const material = round(
    used.flatMap(({ amount, price, size }) =>
      price === null || size <= 0 ? [] : [new Decimal(price).times(amount).div(size)],
    ),
  )
  const labour = round(
    worked.map(({ minutes, ratePerHour }) =>
      new Decimal(ratePerHour).times(minutes).div(MINUTES_PER_HOUR),
    ),
  )
  const equipment = round(
    worn.map(({ price, lifeUses, uses }) => new Decimal(price).times(uses).div(lifeUses)),
  )
  const subtotal = material.plus(labour).plus(equipment)
  const overhead = round([subtotal.times(overheadPct).div(100)])
  const unpriced = used.filter(({ price, size }) => price === null || size <= 0)
  return {
    material: material.toFixed(digits),
    labour: labour.toFixed(digits),
    equipment: equipment.toFixed(digits),
    overhead: overhead.toFixed(digits),
    total: subtotal.plus(overhead).toFixed(digits),
    handsMin: worked.reduce((sum, { minutes }) => sum + minutes, 0),
    unpriced: [...new Set(unpriced.map(({ name }) => name))],
  }
}
