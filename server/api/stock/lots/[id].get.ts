import { getLotView } from '../../../services/stock/lots'
import { api, idOf, whoOf } from '../../../utils/api'

export default api((event) => getLotView(whoOf(event), idOf(event)))
