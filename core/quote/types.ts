import type { Money } from '../cost'

/** How an order is priced beside what its pieces cost. */
export interface QuoteTerms {
  /** What is wanted of the price, per cent. */
  marginPct: number
  /** Whether prices are told with the tax in them, or the tax comes on top. */
  taxIsIn: boolean
  taxPct: number
  /** Worked-out prices go up to the next multiple of this … */
  roundTo: Money
  /** … less this, as 0.10 for prices that end on 90. */
  roundLess: Money
  rushPct: number
  discountPct: number
  delivery: Money
  depositPct: number
}

/** A line of an order to be priced. */
export interface LineToPrice {
  pieces: number
  /** What a good piece costs. */
  costPerGood: Money
  /** What is asked for a piece where somebody says so, as prices are told; null to work it out. */
  priceEach: Money | null
  /** Another rate than the order's. */
  taxPct: number | null
}

/** What selling takes, by the rules of the house. */
export interface SellingCosts {
  currency: string
  /** For a piece. */
  packaging: Money
  /** Of what is paid, with tax. */
  feePct: number
  /** For an order. */
  feeFixed: Money
}

export interface PricedLine {
  /** What the margin asks for a piece. */
  asked: Money
  each: Money
  /** All pieces, before rush and discount. */
  amount: Money
  rush: Money
  discount: Money
  /** What is charged for them. */
  charged: Money
  /** What they cost. */
  cost: Money
}

/** What is paid at one rate of tax. */
export interface TaxAtRate {
  taxPct: number
  net: Money
  tax: Money
}

export interface PricedOrder {
  lines: PricedLine[]
  goods: Money
  rush: Money
  discount: Money
  delivery: Money
  taxes: TaxAtRate[]
  /** Without tax. */
  net: Money
  tax: Money
  /** What is to be paid. */
  total: Money
  deposit: Money
  cost: Money
  packaging: Money
  fee: Money
  /** What is left of the net after cost, packaging and fee. */
  leaves: Money
  /** Of the net; null where nothing is asked. */
  marginPct: number | null
}
