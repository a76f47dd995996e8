import { currentPlan } from '../../services/planning/plans'
import { api, whoOf } from '../../utils/api'

export default api((event) => currentPlan(whoOf(event)))
