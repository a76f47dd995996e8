import { now } from '../../clock'
import { orderSchema } from '../../../shared/schemas/orders'
import { saveOrder } from '../../services/orders/orders'
import { idOf, whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'change orders',
    summary: 'Change an order, with the version that was read',
    body: orderSchema,
  },
  (event, body) => saveOrder(whoOf(event), idOf(event), body, now()),
)
