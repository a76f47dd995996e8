import { openPots } from '../services/plans'
import { api, whoOf } from '../utils/api'

export default api((event) => openPots(whoOf(event)))
