import { Decimal } from 'decimal.js'
import { cost, minorUnits, type Money } from '../cost'
import { answer, invalid, type Result } from '../result'
import { pricePoint } from './pricePoint'
import type {
  LineToPrice,
  PricedLine,
  PricedOrder,
  QuoteTerms,
  SellingCosts,
  TaxAtRate,
} from './types'

/** More digits than any sum of money here can need, so that only the named roundings round. */
const Exact = Decimal.clone({ precision: 60, rounding: Decimal.ROUND_HALF_UP })
type Exact = InstanceType<typeof Exact>
const sum = (all: readonly Exact[]) => all.reduce((total, one) => total.plus(one), new Exact(0))
const pct = (of: Exact, percent: number) => of.times(percent).div(100)

/**
 * Prices an order: each line by what the margin asks, or by the price that somebody typed, with
 * rush, discount, delivery and tax, and what is left of it.
 *
 * Each sum is rounded half up to the currency where it arises and added up from there, so that every
 * column adds up to the cent: rush of the line's amount, discount of the two, tax once for each rate
 * over what is charged at it. With the tax in the prices it is gross·rate/(100 + rate); delivery
 * bears the order's rate. The fee is of the total, with what is fixed once for the order.
 * Source: the operation `cost` for the price asked; a value added tax is rounded by rate and order.
 * @param lines pieces, costs and typed prices
 * @param terms of this order, per cents and sums
 * @param selling by the rules of the house
 * @returns all sums as decimal texts
 * @throws nothing; refuses a currency that is none, and with `margin-impossible` as `cost`
 */
export function priceOrder(
  lines: readonly LineToPrice[],
  terms: QuoteTerms,
  selling: SellingCosts,
): Result<PricedOrder> {
  const digits = minorUnits(selling.currency)
  if (digits === null) return invalid('currency', 'currency-unknown')
  const round = (value: Exact): Exact => value.toDecimalPlaces(digits, Decimal.ROUND_HALF_UP)
  const text = (value: Exact): Money => value.toFixed(digits)

  const sums: LineSums[] = []
  for (const line of lines) {
    const asked = askedEach(line, terms, selling)
    if (!asked.ok) return asked
    sums.push(lineSums(line, round(new Exact(asked.value)), terms, round))
  }
  const delivery = round(new Exact(terms.delivery))
  const taxes = taxesOf(lines, sums, delivery, terms, round)
  const net = sum(taxes.map((rate) => rate.net))
  const tax = sum(taxes.map((rate) => rate.tax))
  const total = net.plus(tax)
  const own = sum(sums.map((line) => line.cost))
  const pieces = lines.reduce((all, line) => all + line.pieces, 0)
  const packaging = round(new Exact(selling.packaging).times(pieces))
  const fee = round(pct(total, selling.feePct).plus(selling.feeFixed))
  const leaves = net.minus(own).minus(packaging).minus(fee)
  return answer({
    lines: sums.map((line): PricedLine => ({
      asked: text(line.asked),
      each: text(line.each),
      amount: text(line.amount),
      rush: text(line.rush),
      discount: text(line.discount),
      charged: text(line.charged),
      cost: text(line.cost),
    })),
    goods: text(sum(sums.map(({ amount }) => amount))),
    rush: text(sum(sums.map(({ rush }) => rush))),
    discount: text(sum(sums.map(({ discount }) => discount))),
    delivery: text(delivery),
    taxes: taxes.map((rate): TaxAtRate => ({ ...rate, net: text(rate.net), tax: text(rate.tax) })),
    net: text(net),
    tax: text(tax),
    total: text(total),
    deposit: text(round(pct(total, terms.depositPct))),
    cost: text(own),
    packaging: text(packaging),
    fee: text(fee),
    leaves: text(leaves),
    marginPct: net.isZero() ? null : leaves.times(100).div(net).toNumber(),
  })
}

/** What the margin asks for a piece, as prices are told, at its price point. */
function askedEach(
  { costPerGood, taxPct }: LineToPrice,
  terms: QuoteTerms,
  { currency, packaging, feePct }: SellingCosts,
): Result<Money> {
  // A piece that is costed already is a batch of one whose only material it is.
  const costed = cost({
    currency,
    pieces: 1,
    yieldPct: 100,
    materials: [{ name: '', quantity: 1, unitCost: costPerGood }],
    labour: [],
    equipment: [],
    overheadPct: 0,
    selling: { packaging, feePct, feeFixed: '0', taxPct: taxPct ?? terms.taxPct },
    ask: { marginPct: terms.marginPct },
  })
  if (!costed.ok) return costed
  const { price, priceWithTax } = costed.value
  const told = (terms.taxIsIn ? priceWithTax : price) ?? '0'
  return answer(pricePoint(told, terms.roundTo, terms.roundLess))
}

type LineSums = Record<keyof PricedLine, Exact>

function lineSums(
  { pieces, priceEach, costPerGood }: LineToPrice,
  asked: Exact,
  { rushPct, discountPct }: QuoteTerms,
  round: (value: Exact) => Exact,
): LineSums {
  const each = priceEach === null ? asked : round(new Exact(priceEach))
  const amount = each.times(pieces)
  const rush = round(pct(amount, rushPct))
  const discount = round(pct(amount.plus(rush), discountPct))
  return {
    asked,
    each,
    amount,
    rush,
    discount,
    charged: amount.plus(rush).minus(discount),
    cost: round(new Exact(costPerGood).times(pieces)),
  }
}

/** What is charged at each rate, split into net and tax, the lowest rate first. */
function taxesOf(
  lines: readonly LineToPrice[],
  sums: readonly LineSums[],
  delivery: Exact,
  { taxIsIn, taxPct }: QuoteTerms,
  round: (value: Exact) => Exact,
): { taxPct: number; net: Exact; tax: Exact }[] {
  const charged = new Map<number, Exact>()
  const add = (rate: number, amount: Exact) =>
    charged.set(rate, (charged.get(rate) ?? new Exact(0)).plus(amount))
  for (const [i, line] of lines.entries())
    add(line.taxPct ?? taxPct, sums[i]?.charged ?? new Exact(0))
  if (!delivery.isZero()) add(taxPct, delivery)
  return [...charged]
    .sort(([x], [y]) => x - y)
    .map(([rate, amount]) => {
      const tax = round(amount.times(rate).div(taxIsIn ? 100 + rate : 100))
      return { taxPct: rate, net: taxIsIn ? amount.minus(tax) : amount, tax }
    })
}
