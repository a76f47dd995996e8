import { houseRules } from '../services/house/rules'
import { api, whoOf } from '../utils/api'

export default api((event) => houseRules(whoOf(event)))
