import { getQuery } from 'h3'
import { listOrders } from '../../services/orders/orders'
import { api, whoOf } from '../../utils/api'

export default api((event) => {
  const { all, after } = getQuery(event)
  return listOrders(whoOf(event), {
    all: all === 'true',
    after: typeof after === 'string' ? after : null,
  })
})
