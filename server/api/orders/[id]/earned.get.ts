import { readEarnedOfOrder } from '../../../services/earned/earned'
import { api, idOf, whoOf } from '../../../utils/api'

export default api((event) => readEarnedOfOrder(whoOf(event), idOf(event)))
