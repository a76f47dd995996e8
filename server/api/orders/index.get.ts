import { getQuery } from 'h3'
import { ORDER_SORTS, ORDER_STATES } from '../../../shared/schemas/orders'
import { listOrders } from '../../services/orders/orders'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

const KINDS = ['commission', 'market'] as const
const oneOf = <T extends string>(known: readonly T[], asked: unknown): T | null =>
  known.find((one) => one === asked) ?? null

export default route(
  {
    action: 'see orders',
    summary: 'Orders, a page at a time',
    query: {
      all: 'true for delivered and declined ones too',
      find: 'words of the title, the customer, the colours or the note',
      kind: 'commission or market',
      state: 'only those in this state',
      customer: 'only those of this customer',
      sort: `one of ${ORDER_SORTS.join(', ')}`,
      after: 'cursor of the page before',
    },
  },
  (event) => {
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
  },
)
