import { listCustomerNames } from '../../services/orders/orders'
import { api, whoOf } from '../../utils/api'

export default api((event) => listCustomerNames(whoOf(event)))
