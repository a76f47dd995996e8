import { now } from '../../clock'
import { planQuestion } from '../../services/planning/planQuestion'
import { api, whoOf } from '../../utils/api'

export default api((event) => planQuestion(whoOf(event), now()))
