import { mouldId, type Workroom } from '../../../../core/tasks'
import type { Order } from '../../../../shared/types/orders'
import type { Supposition } from '../../../../shared/schemas/proposals'
import type { StoredPot } from '../../../db/pots'
import { wantedPots } from '../../pots/arrangePots'
import type { Shelf } from '../../pots/shelf'

/** The order of what is only supposed, which no row has. */
const SUPPOSED_ORDER = -1
/** A commission that asks for no date is told when it could be ready: it is late by nothing. */
const NO_DATE = '9999-12-31T00:00:00.000Z'

/**
 * The orders with pieces made again and a commission that nobody has given yet; their lines have
 * numbers below nothing.
 */
export function supposedOrders(orders: readonly Order[], suppose: readonly Supposition[]): Order[] {
  let line = Math.min(0, ...orders.flatMap((order) => order.lines.map(({ id }) => id)))
  const failed = suppose.flatMap((one) => (one.kind === 'failed' ? [one] : []))
  const again = orders.map((order): Order => ({
    ...order,
    lines: [
      ...order.lines,
      ...failed.flatMap(({ lineId, pieces }) =>
        order.lines
          .filter((own) => own.id === lineId)
          .map((own) => ({ ...own, id: --line, quantity: pieces, spares: 0 })),
      ),
    ],
  }))
  const wanted = suppose.flatMap((one) => (one.kind === 'order' ? [one] : []))
  if (wanted.length === 0) return again
  return [
    ...again,
    {
      id: SUPPOSED_ORDER,
      version: 1,
      kind: wanted[0]?.promisedAt === null ? 'market' : 'commission',
      title: 'what is asked for',
      customer: '',
      state: 'asked',
      colours: '',
      wish: '',
      note: '',
      ownerId: null,
      promisedAt: wanted[0]?.promisedAt ?? NO_DATE,
      lines: wanted.map(({ recipeId, quantity }) => ({
        id: --line,
        recipeId,
        quantity,
        spares: 0,
        recipeVersion: null,
        mends: false,
      })),
    },
  ]
}

/**
 * Pots for lines that are only supposed and have none, with numbers below nothing and no letters.
 * @param pots those that there are
 */
export function supposedPots(
  orders: readonly Order[],
  pots: readonly StoredPot[],
  shelf: Shelf,
): StoredPot[] {
  const served = new Set(pots.flatMap((pot) => pot.portions.map(({ lineId }) => lineId)))
  const lowest = Math.min(0, ...pots.map(({ id }) => id))
  const supposed = orders.flatMap((order) =>
    order.lines
      .filter((line) => line.id < 0 && !served.has(line.id))
      .map((line) => ({ order, line })),
  )
  const wanted = supposed.flatMap(({ order, line }) =>
    wantedPots(line, new Set(), shelf).map((fields) => ({ order, line, fields })),
  )
  return wanted.map(({ order, line, fields }, i): StoredPot => ({
    ...fields,
    id: lowest - 1 - i,
    version: 1,
    letter: '',
    state: 'planned',
    runId: null,
    startAt: null,
    personId: null,
    pouredAt: null,
    portions: fields.portions.map((portion) => ({
      ...portion,
      recipeId: line.recipeId,
      recipeVersion: line.recipeVersion,
      orderId: order.id,
      orderTitle: order.title,
      ownerId: order.ownerId,
    })),
  }))
}

export function withSupposedMoulds(workroom: Workroom, suppose: readonly Supposition[]): Workroom {
  const more = (id: string) =>
    suppose.reduce(
      (sum, one) =>
        one.kind === 'mould' && mouldId.of(one.mouldId) === id ? sum + one.copies : sum,
      0,
    )
  return {
    ...workroom,
    moulds: workroom.moulds.map((mould) => ({ ...mould, count: mould.count + more(mould.id) })),
  }
}
