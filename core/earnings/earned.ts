import { Decimal } from 'decimal.js'
import { minorUnits, type Money } from '../cost'
import { MINUTES_PER_HOUR } from '../units'
import type { Earned } from './types'

/**
 * What pieces leave, and what an hour of hands and a day of a mould earned by it.
 * @param income without tax, and what selling took of it
 * @param spent what they cost, hands in minutes, days in which moulds were taken up
 * @param currency ISO 4217
 */
export function earned(
  { net, selling }: { net: Money; selling: Money },
  { total, handsMin, mouldDays }: { total: Money; handsMin: number; mouldDays: number },
  currency: string,
): Earned {
  const digits = minorUnits(currency) ?? 2
  const leaves = new Decimal(net).minus(selling).minus(total)
  const per = (share: number) => (share > 0 ? leaves.div(share).toFixed(digits) : null)
  return {
    leaves: leaves.toFixed(digits),
    perHandsHour: per(handsMin / MINUTES_PER_HOUR),
    perMouldDay: per(mouldDays),
  }
}
