import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import type { Knex } from 'knex'
import { RESINS } from '../../demo/resins'
import { createOrder, getOrder, saveOrder } from '../../server/services/orders/orders'
import { notePayment, takeBackPayment } from '../../server/services/quotes/payments'
import { quoteSheet } from '../../server/services/quotes/quoteSheet'
import { decideQuote, readPrices, sendQuote } from '../../server/services/quotes/quotes'
import { createRecipe, listRecipes, saveRecipe } from '../../server/services/recipes/recipes'
import { createResin, listResins, saveResin } from '../../server/services/resins/resins'
import type { Who } from '../../server/services/Who'
import { priceOrder } from '../../core/quote'
import type { QuoteFields } from '../../shared/schemas/quotes'
import type { Order } from '../../shared/types/orders'
import type { OrderPrices } from '../../shared/types/quotes'
import { pdfWords } from '../fixtures/pdfWords'
import { aWorkshop, freshDatabase, leaveDatabase } from './database'
import { aDisc, anOrderFor, refusal } from './given'

const now = new Date('2026-03-02T09:00:00.000Z')
let knex: Knex
let manager: Who
let recipeId: number
let order: Order
let keys = 0
const key = () => `00000000-0000-4000-8000-${String(keys++).padStart(12, '0')}`

/** A quote of an order as somebody would send it who looks at its figures. */
function quoteOf(prices: OrderPrices, changes: Partial<QuoteFields> = {}): QuoteFields {
  const terms = changes.terms ?? prices.terms
  const lines = prices.now.map(({ lineId }) => ({ lineId, priceEach: null, taxPct: null }))
  const priced = priceOrder(
    prices.now.map((line) => ({
      pieces: line.pieces,
      costPerGood: line.cost.costPerGood,
      priceEach: null,
      taxPct: null,
    })),
    terms,
    prices.selling,
  )
  if (!priced.ok) throw new Error(priced.code)
  return { terms, lines, validUntil: '2026-03-30', note: '', total: priced.value.total, ...changes }
}
const send = async (changes: Partial<QuoteFields> = {}) =>
  sendQuote(manager, order.id, quoteOf(await readPrices(manager, order.id), changes), now)
const accept = (prices: OrderPrices, at = now, reason = '') => {
  const [newest] = prices.quotes
  if (!newest) throw new Error('nothing was sent')
  return decideQuote(manager, newest.id, { version: newest.version, as: 'accepted', reason }, at)
}
const pay = (amount: string, kind: 'deposit' | 'payment' | 'refund' = 'payment', own = key()) =>
  notePayment(
    manager,
    order.id,
    { key: own, kind, amount, paidOn: '2026-03-02', means: 'cash', note: '' },
    now,
  )

beforeAll(async () => {
  knex = await freshDatabase()
  ;({ manager } = await aWorkshop(knex))
  const resin = await createResin(manager, RESINS[0]!, now)
  recipeId = (await createRecipe(manager, aDisc(resin.id), now)).id
})
beforeEach(async () => {
  order = await createOrder(
    manager,
    { ...anOrderFor(recipeId, 3), state: 'asked', customer: 'Ødegård Ŵ Папір' },
    now,
  )
})
afterAll(leaveDatabase)

describe('an order has a price', () => {
  test('that is worked out, offered under the next number, and accepted', async () => {
    const sent = await send()
    const before = sent.quotes[0]!.number
    const accepted = await accept(sent)
    expect(accepted.quotes[0]).toMatchObject({ state: 'accepted', number: before })
    expect(accepted.owed.rest).toBe(accepted.quotes[0]?.figures.priced.total)
    expect((await getOrder(manager, order.id)).state).toBe('accepted')
  })
  test('a quote never changes, whatever resins cost and recipes say after', async () => {
    const sent = await accept(await send())
    const was = sent.quotes[0]!.figures
    const [resin] = await listResins(manager)
    const { stockMl: _ml, archivedAt: _at, id, ...fields } = resin!
    await saveResin(manager, id, { ...fields, kitPrice: '999.00' }, now)
    const recipe = (await listRecipes(manager)).find((one) => one.id === recipeId)!
    const { id: _id, archivedAt: _put, ...own } = recipe as typeof recipe & { archivedAt?: string }
    await saveRecipe(manager, recipeId, { ...own, name: 'Pendulum disc, again' }, now)
    const after = await readPrices(manager, order.id)
    expect(after.quotes[0]?.figures).toEqual(was)
    expect(Number(after.now[0]?.cost.costPerGood)).toBeGreaterThan(
      Number(was.lines[0]?.cost.costPerGood),
    )
    expect(after.owed.rest).toBe(was.priced.total)
  })
  test('a new quote replaces the one that waits, and the one that was agreed when it is accepted', async () => {
    await accept(await send())
    const terms = { ...(await readPrices(manager, order.id)).terms, discountPct: 10 }
    const second = await send({ terms })
    expect(second.quotes.map(({ state }) => state)).toEqual(['sent', 'accepted'])
    const third = await send({ terms: { ...terms, discountPct: 12 } })
    expect(third.quotes.map(({ state }) => state)).toEqual(['sent', 'replaced', 'accepted'])
    const agreed = await accept(third)
    expect(agreed.quotes.map(({ state }) => state)).toEqual(['accepted', 'replaced', 'replaced'])
  })
  test.each([
    ['a sum that nobody sees any more', { total: '1.00' }, 'total', 'price-moved'],
    ['a day that has passed', { validUntil: '2026-03-01' }, 'validUntil', 'day-passed'],
  ])('refuses %s', async (_name, changes, path, code) =>
    expect((await refusal(send(changes)))?.details.issues).toMatchObject([{ path, code }]),
  )
  test('refuses the pieces of an order that has changed', async () => {
    const fields = quoteOf(await readPrices(manager, order.id))
    const { id: _id, ...own } = order
    await saveOrder(manager, order.id, { ...own, lines: [{ recipeId, quantity: 2 }] }, now)
    expect((await refusal(sendQuote(manager, order.id, fields, now)))?.message).toMatch(/others/)
  })
  test('past its date it is accepted only with a reason', async () => {
    const sent = await send({ validUntil: '2026-03-03' })
    const late = new Date('2026-03-09T09:00:00.000Z')
    expect((await refusal(accept(sent, late)))?.details.issues).toMatchObject([
      { path: 'reason', code: 'quote-past' },
    ])
    expect((await accept(sent, late, 'she was ill')).quotes[0]?.state).toBe('accepted')
  })
  test('two answers at once: one holds, the other is told so', async () => {
    const sent = await send()
    const [newest] = sent.quotes
    const answers = await Promise.all(
      (['accepted', 'declined'] as const).map((as) =>
        refusal(
          decideQuote(manager, newest!.id, { version: newest!.version, as, reason: '' }, now),
        ),
      ),
    )
    expect(answers.filter((one) => one === null)).toHaveLength(1)
    expect(answers.find((one) => one !== null)?.code).toBe('conflict')
  })
})

describe('what is paid', () => {
  test('deposit, the rest, and what goes back', async () => {
    const { total, deposit } = (await accept(await send())).quotes[0]!.figures.priced
    expect((await pay(deposit, 'deposit')).owed.depositRest).toBe('0.00')
    await pay(total)
    const { owed } = await pay(deposit, 'refund')
    expect(owed).toMatchObject({ paid: total, rest: '0.00' })
  })
  test('sent twice it is noted once', async () => {
    const own = key()
    await pay('20', 'payment', own)
    expect((await pay('20', 'payment', own)).payments).toHaveLength(1)
  })
  test('what was noted by mistake is taken back once, by its opposite', async () => {
    const { payments } = await pay('20')
    const back = await takeBackPayment(manager, payments[0]!.id, 'the wrong order', now)
    expect(back.payments.map(({ amount, isUndone }) => [amount, isUndone])).toEqual([
      ['20.00', true],
      ['-20.00', false],
    ])
    expect(back.owed.paid).toBe('0.00')
    expect(await refusal(takeBackPayment(manager, payments[0]!.id, '', now))).not.toBeNull()
    expect(await refusal(takeBackPayment(manager, back.payments[1]!.id, '', now))).not.toBeNull()
  })
})

test('the sheet of a quote is read by others: its letters, its sums, nothing of its cost', async () => {
  const sent = await send({ note: 'Ready for Martinsmas – “as agreed”.' })
  const { name, pdf } = await quoteSheet(manager, sent.quotes[0]!.id)
  const { words, pages, title } = await pdfWords(pdf)
  const { priced, lines } = sent.quotes[0]!.figures
  expect({ pages, title }).toEqual({ pages: 1, title: `Quote ${sent.quotes[0]!.number}` })
  expect(name).toBe(`quote-${sent.quotes[0]!.number}`)
  for (const said of ['Ødegård Ŵ Папір', 'Martinsmas – “as agreed”', lines[0]!.name, priced.total])
    expect(words).toContain(said)
  expect(words).not.toContain(priced.leaves)
})
