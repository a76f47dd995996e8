import { listFinished } from '../../services/markets/finished'
import { api, whoOf } from '../../utils/api'

export default api((event) => listFinished(whoOf(event)))
