import { now } from '../../clock'
import { newOrderSchema } from '../../../shared/schemas/orders'
import { createOrder } from '../../services/orders/orders'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'take orders',
    summary: 'Take an order',
    body: newOrderSchema,
  },
  (event, body) => createOrder(whoOf(event), body, now()),
)
