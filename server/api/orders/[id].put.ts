import { now } from '../../clock'
import { orderSchema } from '../../../shared/schemas/orders'
import { saveOrder } from '../../services/orders/orders'
import { api, bodyOf, idOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  saveOrder(whoOf(event), idOf(event), await bodyOf(event, orderSchema), now()),
)
