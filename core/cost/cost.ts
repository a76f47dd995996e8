import { Decimal } from 'decimal.js'
import { answer, invalid, issue, refuse, type Result } from '../result'
import { MINUTES_PER_HOUR } from '../units'
import { minorUnits } from './minorUnits'
import type { CostAnswer, CostKind, CostRequest } from './types'

/** More digits than any sum of money here can need, so that only the named roundings round. */
const Exact = Decimal.clone({ precision: 60, rounding: Decimal.ROUND_HALF_UP })
type Exact = InstanceType<typeof Exact>

const share = (pct: number): Exact => new Exact(pct).div(100)

/**
 * Costs a batch line by line, a piece, a good piece, and the price that leaves the wanted margin.
 *
 * Every line, the overhead, both costs and the price are rounded half up to the currency's minor
 * unit, in that order; the selling fee is taken on the price with tax. With a margin the price is
 * `(costPerGood + packaging + feeFixed) / (1 − fee·(1 + tax) − margin)`.
 * Source: cost accounting rule of the compute contract (`cost`); minor units from ISO 4217.
 * @param request money as decimal texts, minutes, rates per hour, per cents; quantities in any unit
 *   whose cost is given
 * @returns all amounts as decimal texts; the five selling figures are null without `selling` and
 *   `ask`
 * @throws nothing; refuses with `margin-impossible` when fee, tax and margin leave nothing
 */
export function cost(request: CostRequest): Result<CostAnswer> {
  const digits = minorUnits(request.currency)
  if (digits === null) return invalid('currency', 'currency-unknown')
  const round = (value: Exact): Exact => value.toDecimalPlaces(digits, Decimal.ROUND_HALF_UP)
  const text = (value: Exact): string => value.toFixed(digits)

  const lines = costLines(request).map((line) => ({ ...line, amount: round(line.amount) }))
  const subtotal = lines.reduce((sum, line) => sum.plus(line.amount), new Exact(0))
  const overhead = round(subtotal.times(share(request.overheadPct)))
  const batchCost = subtotal.plus(overhead)
  const costPerGood = round(batchCost.div(new Exact(request.pieces).times(share(request.yieldPct))))
  const selling = sell(request, costPerGood, round)
  if (!selling.ok) return selling
  return answer({
    lines: lines.map((line) => ({ ...line, amount: text(line.amount) })),
    subtotal: text(subtotal),
    overhead: text(overhead),
    batchCost: text(batchCost),
    costPerPiece: text(round(batchCost.div(request.pieces))),
    costPerGood: text(costPerGood),
    price: selling.value && text(selling.value.price),
    priceWithTax: selling.value && text(selling.value.priceWithTax),
    fee: selling.value && text(selling.value.fee),
    profitPerGood: selling.value && text(selling.value.profit),
    marginPct: selling.value && selling.value.marginPct,
  })
}

function costLines(request: CostRequest): { name: string; kind: CostKind; amount: Exact }[] {
  return [
    ...request.materials.map((line) => ({
      name: line.name,
      kind: 'material' as const,
      amount: new Exact(line.unitCost).times(line.quantity),
    })),
    ...request.labour.map((line) => ({
      name: line.name,
      kind: 'labour' as const,
      amount: new Exact(line.ratePerHour)
        .times(line.minutes)
        .times(line.per === 'piece' ? request.pieces : 1)
        .div(MINUTES_PER_HOUR),
    })),
    ...request.equipment.map((line) => ({
      name: line.name,
      kind: 'equipment' as const,
      amount: new Exact(line.price).times(line.uses).div(line.lifeUses),
    })),
  ]
}

interface Sale {
  price: Exact
  priceWithTax: Exact
  fee: Exact
  profit: Exact
  marginPct: number | null
}

function sell(
  request: CostRequest,
  costPerGood: Exact,
  round: (value: Exact) => Exact,
): Result<Sale | null> {
  const { selling, ask } = request
  if (!selling || !ask) return answer(null)
  const withTax = share(selling.taxPct).plus(1)
  const spent = costPerGood.plus(selling.packaging).plus(selling.feeFixed)
  const left = new Exact(1)
    .minus(share(selling.feePct).times(withTax))
    .minus(share(ask.marginPct ?? 0))
  if (ask.price === undefined && left.lte(0)) {
    return refuse('margin-impossible', issue('ask.marginPct', 'margin-too-great'))
  }
  const price = round(ask.price === undefined ? spent.div(left) : new Exact(ask.price))
  const priceWithTax = round(price.times(withTax))
  const fee = round(priceWithTax.times(share(selling.feePct)))
  const profit = price.minus(fee).minus(spent)
  const marginPct = price.isZero() ? null : profit.times(100).div(price).toNumber()
  return answer({ price, priceWithTax, fee, profit: round(profit), marginPct })
}
