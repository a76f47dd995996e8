import { getOrder } from '../../services/orders/orders'
import { api, idOf, whoOf } from '../../utils/api'

export default api((event) => getOrder(whoOf(event), idOf(event)))
