import { planQuestion } from '../../services/planning/planQuestion'
import { api, whoOf } from '../../utils/api'

export default api((event) => planQuestion(whoOf(event), new Date()))
