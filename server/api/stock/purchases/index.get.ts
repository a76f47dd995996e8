import { listPurchases } from '../../../services/stock/purchases'
import { api, whoOf } from '../../../utils/api'

export default api((event) => listPurchases(whoOf(event)))
