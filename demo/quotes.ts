import { DateTime } from 'luxon'
import { priceOrder, type QuoteTerms } from '../core/quote'
import { notePayment } from '../server/services/quotes/payments'
import { decideQuote, readPrices, sendQuote } from '../server/services/quotes/quotes'
import type { Who } from '../server/services/Who'
import type { Order } from '../shared/types/orders'
import { Chance } from './history'

const SEED = 18
const GOOD_FOR_DAYS = 14
const MEANS = ['by bank', 'by bank', 'cash']
/** Every so-maniest order is in a hurry, gets something off, is sent. */
const EVERY = { rush: 7, discount: 5, delivery: 3 }

/** Prices the orders of the yard, one after the other, and takes their money. */
export class Till {
  private readonly chance = new Chance(SEED)
  private orders = 0
  constructor(private readonly manager: Who) {}

  /**
   * Sends a quote for an order on the day on which it was taken; one that is to be made was accepted,
   * and its deposit paid the day after.
   */
  async quote(order: Order, takenAt: Date): Promise<void> {
    if (order.kind !== 'commission' || order.ownerId !== null) return
    const prices = await readPrices(this.manager, order.id)
    const terms = this.termsOf(prices.terms)
    const lines = prices.now.map(({ lineId }) => ({ lineId, priceEach: null, taxPct: null }))
    const priced = priceOrder(
      prices.now.map(({ pieces, cost: { costPerGood } }) => ({
        pieces,
        costPerGood,
        priceEach: null,
        taxPct: null,
      })),
      terms,
      prices.selling,
    )
    if (!priced.ok) throw new Error(`${order.title} cannot be priced: ${priced.code}`)
    const { total } = priced.value
    const at = DateTime.fromJSDate(takenAt)
    const validUntil = at.plus({ days: GOOD_FOR_DAYS }).toISODate() ?? ''
    const sent = await sendQuote(
      this.manager,
      order.id,
      { terms, lines, validUntil, note: '', total },
      takenAt,
    )
    const [quote] = sent.quotes
    if (!quote || order.state === 'asked') return
    await decideQuote(
      this.manager,
      quote.id,
      { version: quote.version, as: 'accepted', reason: '' },
      takenAt,
    )
    await this.take(order.id, 'deposit', quote.figures.priced.deposit, at.plus({ days: 1 }))
  }

  /** What was still to be paid, when it was handed over. */
  async settle(order: Order): Promise<void> {
    const { owed } = await readPrices(this.manager, order.id)
    if (Number(owed.rest) > 0)
      await this.take(order.id, 'payment', owed.rest, DateTime.fromISO(order.promisedAt))
  }

  private termsOf(terms: QuoteTerms): QuoteTerms {
    const number = ++this.orders
    return {
      ...terms,
      roundTo: '1',
      roundLess: '0.10',
      rushPct: number % EVERY.rush === 0 ? 15 : 0,
      discountPct: number % EVERY.discount === 0 ? 5 : 0,
      delivery: number % EVERY.delivery === 0 ? '14.50' : '0',
    }
  }

  private async take(
    orderId: number,
    kind: 'deposit' | 'payment',
    amount: string,
    on: DateTime,
  ): Promise<void> {
    await notePayment(
      this.manager,
      orderId,
      {
        key: this.chance.key(),
        kind,
        amount,
        paidOn: on.toISODate() ?? '',
        means: this.chance.pick(MEANS),
        note: '',
      },
      on.toJSDate(),
    )
  }
}
