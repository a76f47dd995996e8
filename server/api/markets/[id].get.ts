import { readMarket } from '../../services/markets/markets'
import { api, idOf, whoOf } from '../../utils/api'

export default api((event) => readMarket(whoOf(event), idOf(event)))
