import { Decimal } from 'decimal.js'
import { minorUnits, type Money } from '../cost'
import { MINUTES_PER_HOUR } from '../units'
import { sumOf, type Used } from '../earnings'

/** What the house asks of its guests. */
export interface GuestRates {
  /** A square metre of rack for a day. */
  guestAreaRate: Money
  /** The heated box for an hour. */
  guestBoxRate: Money
  /** An hour of somebody else's hands. */
  guestHelpRate: Money
}

/** What a guest took of the house. */
export interface GuestUse {
  /** Room on the racks and how long it was taken up. */
  lay: readonly { areaCm2: number; days: number }[]
  boxHours: number
  drawn: readonly (Used & { unit: string })[]
  helpMin: number
}

export interface GuestBillLine {
  what: 'area' | 'box' | 'drawn' | 'help'
  /** Of what is drawn. */
  name: string
  /** Square metres for a day, hours, or in `unit`. */
  amount: number
  /** Of what is drawn, as its bottle is counted. */
  unit: string
  /** What one of them costs; null where that is not known. */
  each: Money | null
  sum: Money
}

export interface GuestBill {
  lines: GuestBillLine[]
  total: Money
}

const CM2_PER_M2 = 10_000
/** Bottles of a ware that are counted in one unit. */
const wareOf = ({ name, unit }: { name: string; unit: string }) => `${name} ${unit}`

/**
 * What a guest owes for what they took of the house.
 * Every line is rounded half up to the currency and added up from there. What has no price is on the
 * bill at nothing.
 * @param use cm² and days, hours, amounts in the unit of their bottles, minutes
 * @param currency ISO 4217
 * @returns a line each for room, the box, every ware and help, as far as there is any
 */
export function guestBill(use: GuestUse, rates: GuestRates, currency: string): GuestBill {
  const digits = minorUnits(currency) ?? 2
  const times = (amount: number, each: Money) =>
    new Decimal(each).times(amount).toFixed(digits, Decimal.ROUND_HALF_UP)
  const line = (what: GuestBillLine['what'], amount: number, each: Money): GuestBillLine[] =>
    amount > 0 ? [{ what, name: '', amount, unit: '', each, sum: times(amount, each) }] : []
  const wares = [...new Set(use.drawn.map(wareOf))]
  const lines = [
    ...line(
      'area',
      use.lay.reduce((sum, { areaCm2, days }) => sum + (areaCm2 / CM2_PER_M2) * days, 0),
      rates.guestAreaRate,
    ),
    ...line('box', use.boxHours, rates.guestBoxRate),
    ...wares.flatMap((ware) =>
      wareLine(
        use.drawn.filter((one) => wareOf(one) === ware),
        digits,
      ),
    ),
    ...line('help', use.helpMin / MINUTES_PER_HOUR, rates.guestHelpRate),
  ]
  return {
    lines,
    total: sumOf(
      lines.map(({ sum }) => sum),
      currency,
    ),
  }
}

/**
 * All that was drawn of a ware, each part at the price of its bottle; what was given back for a month
 * before stands below nothing.
 */
function wareLine(drawn: GuestUse['drawn'], digits: number): GuestBillLine[] {
  const amount = drawn.reduce((sum, one) => sum + one.amount, 0)
  if (amount === 0) return []
  const priced = drawn.filter(({ price, size }) => price !== null && size > 0)
  const sum = priced.reduce(
    (all, one) => all.plus(new Decimal(one.price ?? 0).times(one.amount).div(one.size)),
    new Decimal(0),
  )
  return [
    {
      what: 'drawn',
      name: drawn[0]?.name ?? '',
      amount,
      unit: drawn[0]?.unit ?? '',
      each: priced.length === drawn.length ? sum.div(amount).toFixed(4) : null,
      sum: sum.toFixed(digits, Decimal.ROUND_HALF_UP),
    },
  ]
}
