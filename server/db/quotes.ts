import {
  quoteFiguresSchema,
  quoteTermsSchema,
  type PaymentFields,
  type QuoteFigures,
  type QuoteState,
} from '../../shared/schemas/quotes'
import type { OrderState } from '../../shared/schemas/orders'
import type { QuoteTerms } from '../../core/quote'
import type { Payment, Quote } from '../../shared/types/quotes'
import { jsonColumn } from './jsonColumn'
import { iso, isoOrNull, updateVersioned, type Db } from './rows'

const termsColumn = jsonColumn({ name: 'quotes.terms', schema: quoteTermsSchema })
const figuresColumn = jsonColumn({ name: 'quotes.figures', schema: quoteFiguresSchema })

interface QuoteColumns {
  id: number
  version: number
  order_id: number
  number: number
  state: QuoteState
  terms: string
  figures: string
  valid_until: string
  note: string
  sent_at: Date
  by: string
  decided_at: Date | null
  reason: string
}

const quoteOf = (row: QuoteColumns): Quote => ({
  id: row.id,
  version: row.version,
  orderId: row.order_id,
  number: row.number,
  state: row.state,
  terms: termsColumn.read(row.terms),
  figures: figuresColumn.read(row.figures),
  validUntil: row.valid_until,
  note: row.note,
  sentAt: iso(row.sent_at),
  by: row.by,
  decidedAt: isoOrNull(row.decided_at),
  reason: row.reason,
})

const quotes = (db: Db, workspaceId: number) =>
  db('quotes')
    .join('people', 'people.id', 'quotes.person_id')
    .where('quotes.workspace_id', workspaceId)
    .select(
      'quotes.*',
      'people.name as by',
      db.raw("DATE_FORMAT(quotes.valid_until, '%Y-%m-%d') AS valid_until"),
    )

/** What was offered for some orders, the newest first. */
export async function listQuotes(
  db: Db,
  workspaceId: number,
  orderIds: readonly number[],
): Promise<Quote[]> {
  const rows = (await quotes(db, workspaceId)
    .whereIn('quotes.order_id', [...orderIds])
    .orderBy('quotes.number', 'desc')) as QuoteColumns[]
  return rows.map(quoteOf)
}

export async function getQuote(db: Db, workspaceId: number, id: number): Promise<Quote | null> {
  const row = (await quotes(db, workspaceId).where('quotes.id', id).first()) as
    QuoteColumns | undefined
  return row ? quoteOf(row) : null
}

/** How the workshop's newest quote was priced; null before the first. */
export async function newestTerms(db: Db, workspaceId: number): Promise<QuoteTerms | null> {
  const row = (await db('quotes')
    .where({ workspace_id: workspaceId })
    .orderBy('number', 'desc')
    .first('terms')) as { terms: string } | undefined
  return row ? termsColumn.read(row.terms) : null
}

/** An offer as it goes out, under the next number; those that still waited are replaced by it. */
export async function insertQuote(
  db: Db,
  workspaceId: number,
  quote: {
    orderId: number
    terms: QuoteTerms
    figures: QuoteFigures
    validUntil: string
    note: string
    personId: number
  },
  now: Date,
): Promise<number> {
  const own = { workspace_id: workspaceId }
  await db('quotes')
    .where({ ...own, order_id: quote.orderId, state: 'sent' })
    .update({ state: 'replaced', version: db.raw('version + 1'), updated_at: now })
  const last = (await db('quotes').where(own).max({ number: 'number' }).first()) as
    { number: number | null } | undefined
  const [id = 0] = await db('quotes').insert({
    ...own,
    updated_at: now,
    order_id: quote.orderId,
    number: (last?.number ?? 0) + 1,
    state: 'sent',
    terms: termsColumn.write(quote.terms),
    figures: figuresColumn.write(quote.figures),
    total: quote.figures.priced.total,
    deposit: quote.figures.priced.deposit,
    valid_until: quote.validUntil,
    note: quote.note.trim(),
    sent_at: now,
    person_id: quote.personId,
  })
  return id
}

/** What became of an offer; an agreement before it is replaced by this one. */
export async function decideQuote(
  db: Db,
  workspaceId: number,
  { id, version, orderId }: Pick<Quote, 'id' | 'version' | 'orderId'>,
  { as, reason }: { as: 'accepted' | 'declined'; reason: string },
  now: Date,
): Promise<boolean> {
  if (as === 'accepted')
    await db('quotes')
      .where({ workspace_id: workspaceId, order_id: orderId, state: 'accepted' })
      .whereNot({ id })
      .update({ state: 'replaced', version: db.raw('version + 1'), updated_at: now })
  return updateVersioned(
    db,
    'quotes',
    { workspaceId, id, version },
    { state: as, decided_at: now, reason: reason.trim() },
    now,
  )
}

/** What was agreed for an order and what came of it, as sums to be compared. */
export interface AgreedSum {
  orderId: number
  title: string
  customer: string
  state: OrderState
  promisedAt: string
  total: string
  deposit: string
  paid: string
  number: number
}

/**
 * Orders with an agreed price, the earliest promised first.
 */
export async function agreedSums(
  db: Db,
  workspaceId: number,
  { limit, ...which }: Agreed & { limit: number },
): Promise<AgreedSum[]> {
  const rows = (await agreedQuery(db, workspaceId, which)
    .orderBy(['orders.promised_at', 'orders.id'])
    .limit(limit)) as (Omit<AgreedSum, 'customer' | 'promisedAt'> & {
    customer: string | null
    promisedAt: Date
  })[]
  return rows.map((row) => ({
    ...row,
    customer: row.customer ?? '',
    promisedAt: iso(row.promisedAt),
  }))
}

/** What was agreed and paid in all, over however many orders. */
export async function agreedInAll(
  db: Db,
  workspaceId: number,
  which: Agreed,
): Promise<{ orders: number; total: string; paid: string }> {
  const sums = (await db
    .from(agreedQuery(db, workspaceId, which).as('agreed'))
    .first(
      db.raw('COUNT(*) AS orders'),
      db.raw('COALESCE(SUM(total), 0) AS total'),
      db.raw('COALESCE(SUM(paid), 0) AS paid'),
    )) as { orders: number; total: string; paid: string }
  return { ...sums, orders: Number(sums.orders) }
}

/** Of which orders: one customer's, or only those for which something is owed, one way or the other. */
interface Agreed {
  customerId: number | null
  isOwed: boolean
}

function agreedQuery(db: Db, workspaceId: number, { customerId, isOwed }: Agreed) {
  const paid = db('payments')
    .whereRaw('payments.order_id = orders.id')
    .select(db.raw('COALESCE(SUM(payments.amount), 0)'))
    .as('paid')
  const query = db('quotes')
    .join('orders', 'orders.id', 'quotes.order_id')
    .where('quotes.workspace_id', workspaceId)
    .where('quotes.state', 'accepted')
    .select(
      'orders.id as orderId',
      'orders.title',
      'orders.customer',
      'orders.state',
      'orders.promised_at as promisedAt',
      'quotes.number',
      'quotes.total',
      'quotes.deposit',
      paid,
    )
  if (customerId !== null) query.where('orders.customer_id', customerId)
  if (isOwed) query.havingRaw('paid <> total')
  return query
}

interface PaymentColumns {
  id: number
  order_id: number
  kind: Payment['kind']
  amount: string
  paid_on: string
  means: string
  note: string
  by: string
  undoes_id: number | null
  undone_by: number | null
}

/** The money of some orders, in the order in which it was told. */
export async function listPayments(
  db: Db,
  workspaceId: number,
  orderIds: readonly number[],
): Promise<(Payment & { orderId: number })[]> {
  const rows = (await db('payments')
    .join('people', 'people.id', 'payments.person_id')
    .leftJoin('payments as undoing', 'undoing.undoes_id', 'payments.id')
    .where('payments.workspace_id', workspaceId)
    .whereIn('payments.order_id', [...orderIds])
    .orderBy('payments.id')
    .select(
      'payments.*',
      'people.name as by',
      'undoing.id as undone_by',
      db.raw("DATE_FORMAT(payments.paid_on, '%Y-%m-%d') AS paid_on"),
    )) as PaymentColumns[]
  return rows.map((row) => ({
    id: row.id,
    orderId: row.order_id,
    kind: row.kind,
    amount: row.amount,
    paidOn: row.paid_on,
    means: row.means,
    note: row.note,
    by: row.by,
    undoes: row.undoes_id,
    isUndone: row.undone_by !== null,
  }))
}

export async function isPaymentKnown(db: Db, workspaceId: number, key: string): Promise<boolean> {
  return Boolean(
    await db('payments').where({ workspace_id: workspaceId, client_key: key }).first('id'),
  )
}

export async function insertPayment(
  db: Db,
  workspaceId: number,
  payment: Omit<PaymentFields, 'key'> & {
    orderId: number
    personId: number
    undoesId?: number
    key: string | null
  },
  now: Date,
): Promise<void> {
  await db('payments').insert({
    workspace_id: workspaceId,
    order_id: payment.orderId,
    kind: payment.kind,
    amount: payment.amount,
    paid_on: payment.paidOn,
    means: payment.means.trim(),
    note: payment.note.trim(),
    told_at: now,
    person_id: payment.personId,
    undoes_id: payment.undoesId ?? null,
    client_key: payment.key,
  })
}

/** A payment with its order, held until the transaction ends. */
export async function lockPayment(
  db: Db,
  workspaceId: number,
  id: number,
): Promise<(Payment & { orderId: number }) | null> {
  const row = (await db('payments')
    .where({ workspace_id: workspaceId, id })
    .forUpdate()
    .first('order_id')) as { order_id: number } | undefined
  const all = row ? await listPayments(db, workspaceId, [row.order_id]) : []
  return all.find((payment) => payment.id === id) ?? null
}
