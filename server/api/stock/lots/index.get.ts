import { listLots } from '../../../services/stock/lots'
import { api, whoOf } from '../../../utils/api'

export default api((event) => listLots(whoOf(event)))
