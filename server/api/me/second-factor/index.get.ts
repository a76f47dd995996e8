import { secondFactorState } from '../../../services/people/secondFactor'
import { api, whoOf } from '../../../utils/api'

export default api((event) => secondFactorState(whoOf(event)))
