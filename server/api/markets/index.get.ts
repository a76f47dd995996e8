import { listMarkets } from '../../services/markets/markets'
import { api, whoOf } from '../../utils/api'

export default api((event) => listMarkets(whoOf(event)))
