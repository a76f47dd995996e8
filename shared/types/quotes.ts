import type { Owed, QuoteTerms, SellingCosts } from '../../core/quote'
import type { OrderState } from '../schemas/orders'
import type { CostedLine, PaymentKind, QuoteFigures, QuoteState } from '../schemas/quotes'
import type { Versioned } from './exchange'

/** An offer for an order; its figures never change. */
export type Quote = Versioned<{
  id: number
  orderId: number
  /** Running, in the workshop. */
  number: number
  state: QuoteState
  terms: QuoteTerms
  figures: QuoteFigures
  validUntil: string
  note: string
  sentAt: string
  by: string
  decidedAt: string | null
  /** Why it was accepted past its date, or declined. */
  reason: string
}>

/** Money that came in, or with a minus went back. */
export interface Payment {
  id: number
  kind: PaymentKind
  amount: string
  paidOn: string
  means: string
  note: string
  by: string
  /** The one that this takes back. */
  undoes: number | null
  isUndone: boolean
}

/** An order with an agreed price, and what is still owed for it. */
export interface OwedRow extends Owed {
  orderId: number
  title: string
  customer: string
  state: OrderState
  promisedAt: string
  /** Of the quote that was accepted. */
  number: number
  total: string
}
export interface OwedList {
  currency: string
  rows: OwedRow[]
  together: { orders: number; total: string; paid: string; rest: string }
}

/** An order with everything that it costs, was offered for and brought in. */
export interface OrderPrices {
  /** As it would be now; a line that cannot be costed stands in `refused`. */
  now: CostedLine[]
  refused: { name: string; why: string }[]
  selling: SellingCosts
  /** As of the order's newest quote, else of the workshop's. */
  terms: QuoteTerms
  quotes: Quote[]
  payments: Payment[]
  owed: Owed
}
