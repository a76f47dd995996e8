import { getQuery } from 'h3'
import { ORDER_SORTS, ORDER_STATES } from '../../../shared/schemas/orders'
import { listOrders } from '../../services/orders/orders'
import { api, whoOf } from '../../utils/api'

const KINDS = ['commission', 'market'] as const
const oneOf = <T extends string>(known: readonly T[], asked: unknown): T | null =>
  known.find((one) => one === asked) ?? null

export default api((event) => {
  const { all, after, find, kind, state, customer, sort } = getQuery(event)
  return listOrders(
    whoOf(event),
    {
      all: all === 'true',
      find: typeof find === 'string' ? find.slice(0, 200) : '',
      kind: oneOf(KINDS, kind),
      state: oneOf(ORDER_STATES, state),
      customerId: Number(customer) || null,
      sort: oneOf(ORDER_SORTS, sort) ?? 'promise',
    },
    typeof after === 'string' ? after : null,
  )
})
