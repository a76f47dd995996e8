import { now } from '../../clock'
import { listToBuy } from '../../services/stock/toBuy'
import { api, whoOf } from '../../utils/api'

export default api((event) => listToBuy(whoOf(event), now()))
