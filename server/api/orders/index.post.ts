import { now } from '../../clock'
import { newOrderSchema } from '../../../shared/schemas/orders'
import { createOrder } from '../../services/orders/orders'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  createOrder(whoOf(event), await bodyOf(event, newOrderSchema), now()),
)
