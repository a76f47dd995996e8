import { now } from '../../../clock'
import { benchBottles } from '../../../services/stock/lots'
import { api, idOf, whoOf } from '../../../utils/api'

export default api((event) => benchBottles(whoOf(event), idOf(event), now()))
