import { Decimal } from 'decimal.js'
import type { PaymentFields } from '../../../shared/schemas/quotes'
import { moneyText } from '../../../core/cost'
import { owed } from '../../../core/quote'
import type { OrderPrices, OwedList } from '../../../shared/types/quotes'
import { dayOf } from '../../../shared/time/dayOf'
import { database } from '../../db/database'
import { getOrder } from '../../db/orders'
import * as rows from '../../db/quotes'
import { getWorkspace } from '../../db/workshop'
import { AppError } from '../AppError'
import { found, inTurn } from '../transactions'
import type { Who } from '../Who'
import { pricesOf } from './quotes'
import { tellOfOrder } from './tellOfOrder'

/** Notes money that came in for an order, or went back; sending twice is harmless. */
export const notePayment = (
  who: Who,
  orderId: number,
  payment: PaymentFields,
  now: Date,
): Promise<OrderPrices> =>
  inTurn(who.workspaceId, async (trx) => {
    const order = found(await getOrder(trx, who.workspaceId, orderId), 'order')
    if (!(await rows.isPaymentKnown(trx, who.workspaceId, payment.key))) {
      const isBack = payment.kind === 'refund'
      await rows.insertPayment(
        trx,
        who.workspaceId,
        {
          ...payment,
          amount: new Decimal(payment.amount).times(isBack ? -1 : 1).toFixed(),
          orderId,
          personId: who.personId,
        },
        now,
      )
      tellOfOrder(trx, who, orderId, isBack ? 'refunded' : 'paid', now)
    }
    return pricesOf(trx, who, order)
  })

const MOST_OWED = 500

/**
 * What is still owed for orders; of one customer, all that was ever agreed. The rows are those
 * promised first; the sums are of all.
 */
export async function listOwed(who: Who, customerId: number | null): Promise<OwedList> {
  const db = database()
  const which = { customerId, isOwed: customerId === null }
  const [{ rules }, sums, all] = await Promise.all([
    getWorkspace(db, who.workspaceId),
    rows.agreedSums(db, who.workspaceId, { ...which, limit: MOST_OWED }),
    rows.agreedInAll(db, who.workspaceId, which),
  ])
  const { currency } = rules
  return {
    currency,
    rows: sums.map(({ deposit, paid, ...sum }) => ({
      ...sum,
      total: moneyText(sum.total, currency),
      ...owed({ total: sum.total, deposit }, [{ amount: paid }], currency),
    })),
    together: {
      orders: all.orders,
      total: moneyText(all.total, currency),
      paid: moneyText(all.paid, currency),
      rest: owed({ total: all.total, deposit: '0' }, [{ amount: all.paid }], currency).rest,
    },
  }
}

/** Takes back what was noted by mistake, by its opposite. */
export const takeBackPayment = (
  who: Who,
  id: number,
  note: string,
  now: Date,
): Promise<OrderPrices> =>
  inTurn(who.workspaceId, async (trx) => {
    const payment = found(await rows.lockPayment(trx, who.workspaceId, id), 'payment')
    if (payment.isUndone || payment.undoes !== null)
      throw new AppError('invalid-input', 'This has been taken back already.')
    const { timeZone } = await getWorkspace(trx, who.workspaceId)
    await rows.insertPayment(
      trx,
      who.workspaceId,
      {
        kind: payment.kind,
        amount: new Decimal(payment.amount).negated().toFixed(),
        paidOn: dayOf(now, timeZone),
        means: payment.means,
        note,
        orderId: payment.orderId,
        personId: who.personId,
        undoesId: id,
        key: null,
      },
      now,
    )
    tellOfOrder(trx, who, payment.orderId, 'payment taken back', now)
    return pricesOf(trx, who, found(await getOrder(trx, who.workspaceId, payment.orderId), 'order'))
  })
