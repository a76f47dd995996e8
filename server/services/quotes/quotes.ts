import { Decimal } from 'decimal.js'
import { moneyText } from '../../../core/cost'
import { owed, priceOrder, type QuoteTerms } from '../../../core/quote'
import { issue } from '../../../core/result'
import type { CostedLine, QuoteFields } from '../../../shared/schemas/quotes'
import type { Order } from '../../../shared/types/orders'
import type { OrderPrices, Payment, Quote } from '../../../shared/types/quotes'
import { dayOf } from '../../../shared/time/dayOf'
import { database } from '../../db/database'
import { getOrder, moveOn } from '../../db/orders'
import * as rows from '../../db/quotes'
import { keepVersion } from '../../db/recipeVersions'
import type { Db } from '../../db/rows'
import { getWorkspace } from '../../db/workshop'
import { AppError } from '../AppError'
import { arrangePots } from '../pots/arrangePots'
import type { Shelf } from '../pots/shelf'
import { found, inTurn, savedOrConflict } from '../transactions'
import type { Who } from '../Who'
import { costLines } from './costedLines'
import { moneyOf, sellingOf } from './selling'
import { tellOfOrder } from './tellOfOrder'

/** How a workshop prices that has never sent a quote: the trade's ordinary third as deposit. */
const STARTING_TERMS: Omit<QuoteTerms, 'marginPct' | 'taxPct'> = {
  taxIsIn: true,
  roundTo: '1',
  roundLess: '0',
  rushPct: 0,
  discountPct: 0,
  delivery: '0',
  depositPct: 30,
}

/** Rush, discount and delivery are of one order alone. */
const forAnotherOrder = (terms: QuoteTerms): QuoteTerms => ({
  ...terms,
  rushPct: 0,
  discountPct: 0,
  delivery: '0',
})

/** An order with everything that it costs, was offered for and brought in. */
export async function readPrices(who: Who, orderId: number): Promise<OrderPrices> {
  const db = database()
  const order = found(await getOrder(db, who.workspaceId, orderId), 'order')
  return pricesOf(db, who, order)
}

export async function pricesOf(db: Db, who: Who, order: Order): Promise<OrderPrices> {
  const [{ lines, refused, shelf }, quotes, payments, newest] = await Promise.all([
    costLines(db, who.workspaceId, order),
    rows.listQuotes(db, who.workspaceId, [order.id]),
    rows.listPayments(db, who.workspaceId, [order.id]),
    rows.newestTerms(db, who.workspaceId),
  ])
  const { rules } = shelf
  const { marginPct, taxPct } = moneyOf(rules)
  const own = quotes[0]?.terms
  return {
    now: lines,
    refused,
    selling: sellingOf(rules),
    terms: own ?? (newest ? forAnotherOrder(newest) : { ...STARTING_TERMS, marginPct, taxPct }),
    quotes,
    payments: payments.map((one) => paymentFor(one, rules.currency)),
    owed: owed(agreedOf(quotes), payments, rules.currency),
  }
}

/** A payment with the decimals of the currency. */
function paymentFor({ orderId: _of, ...payment }: Payment & { orderId: number }, currency: string) {
  return { ...payment, amount: moneyText(payment.amount, currency) }
}

/** What was agreed for an order. */
const agreedOf = (quotes: readonly Quote[]) =>
  quotes.find(({ state }) => state === 'accepted')?.figures.priced ?? null

/**
 * Offers an order at a price: its figures are worked out, frozen and numbered. Refused where they
 * are others by now than whoever sends it saw.
 */
export const sendQuote = (
  who: Who,
  orderId: number,
  fields: QuoteFields,
  now: Date,
): Promise<OrderPrices> =>
  inTurn(who.workspaceId, async (trx) => {
    const order = found(await getOrder(trx, who.workspaceId, orderId), 'order')
    const { lines, refused, shelf } = await costLines(trx, who.workspaceId, order)
    await keepRecipes(trx, who, order, shelf, now)
    requireCosted(lines, refused, fields)
    const workshop = await getWorkspace(trx, who.workspaceId)
    if (fields.validUntil < dayOf(now, workshop.timeZone))
      throw new AppError('invalid-input', 'A quote cannot have ended before it is sent.', {
        issues: [issue('validUntil', 'day-passed')],
      })
    const own = new Map(fields.lines.map((line) => [line.lineId, line]))
    const quoted = lines.map((line) => {
      const { priceEach = null, taxPct = null } = own.get(line.lineId) ?? {}
      return { ...line, priceEach, taxPct }
    })
    const priced = priceOrder(
      quoted.map((line) => ({ ...line, costPerGood: line.cost.costPerGood })),
      fields.terms,
      sellingOf(shelf.rules),
    )
    if (!priced.ok)
      throw new AppError('invalid-input', 'This price leaves nothing.', {
        issues: priced.issues.map((wrong) => ({ ...wrong, path: 'terms.marginPct' })),
      })
    if (!new Decimal(priced.value.total).eq(fields.total))
      throw new AppError('invalid-input', 'What this costs has changed since you looked at it.', {
        issues: [issue('total', 'price-moved', { total: priced.value.total })],
      })
    await rows.insertQuote(
      trx,
      who.workspaceId,
      {
        ...fields,
        orderId,
        figures: { currency: shelf.rules.currency, lines: quoted, priced: priced.value },
        personId: who.personId,
      },
      now,
    )
    tellOfOrder(trx, who, orderId, 'quoted', now)
    return pricesOf(trx, who, order)
  })

/** The recipes as they are quoted stay, whatever is saved after. */
async function keepRecipes(trx: Db, who: Who, order: Order, shelf: Shelf, at: Date): Promise<void> {
  for (const line of order.lines) {
    const recipe = shelf.recipeOf(line)
    if (recipe) await keepVersion(trx, who.workspaceId, recipe, { at, by: null })
  }
}

/** Every line of the order is costed and priced, and no other. */
function requireCosted(
  lines: readonly CostedLine[],
  refused: readonly { name: string; why: string }[],
  fields: QuoteFields,
): void {
  const [first] = refused
  if (first) throw new AppError('invalid-input', `${first.name} cannot be costed: ${first.why}`)
  const known = new Set(lines.map(({ lineId }) => lineId))
  const asked = new Set(fields.lines.map(({ lineId }) => lineId))
  const isSame = known.size === asked.size && [...known].every((id) => asked.has(id))
  if (!isSame)
    throw new AppError(
      'invalid-input',
      'The pieces of this order are others by now; look at it again.',
    )
}

/** An order that waited for its price is to be made from now on. */
async function takeOn(trx: Db, who: Who, orderId: number, now: Date): Promise<void> {
  const hasMoved = await moveOn(
    trx,
    who.workspaceId,
    orderId,
    { from: ['asked'], to: 'accepted' },
    now,
  )
  if (hasMoved) await arrangePots(trx, who.workspaceId, (_, order) => order.id === orderId, now)
}

/** Accepts or declines an offer for whoever it was sent to. An order that waited for it is accepted with it. */
export const decideQuote = (
  who: Who,
  id: number,
  { version, as, reason }: { version: number; as: 'accepted' | 'declined'; reason: string },
  now: Date,
): Promise<OrderPrices> =>
  inTurn(who.workspaceId, async (trx) => {
    const quote = found(await rows.getQuote(trx, who.workspaceId, id), 'quote')
    if (quote.version === version && quote.state !== 'sent')
      throw new AppError('invalid-input', 'This quote does not wait for an answer any more.')
    const { timeZone } = await getWorkspace(trx, who.workspaceId)
    const isPast = quote.validUntil < dayOf(now, timeZone)
    if (as === 'accepted' && isPast && reason.trim() === '')
      throw new AppError('invalid-input', 'This quote is past its date.', {
        issues: [issue('reason', 'quote-past', { validUntil: quote.validUntil })],
      })
    const saved = await rows.decideQuote(
      trx,
      who.workspaceId,
      { ...quote, version },
      { as, reason },
      now,
    )
    if (saved) {
      tellOfOrder(trx, who, quote.orderId, as === 'accepted' ? 'agreed' : 'declined', now)
      if (as === 'accepted') await takeOn(trx, who, quote.orderId, now)
    }
    savedOrConflict(saved, await rows.getQuote(trx, who.workspaceId, id), 'quote')
    return pricesOf(trx, who, found(await getOrder(trx, who.workspaceId, quote.orderId), 'order'))
  })
