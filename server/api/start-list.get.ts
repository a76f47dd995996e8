import { startList } from '../services/setup/startList'
import { api, whoOf } from '../utils/api'

export default api((event) => startList(whoOf(event)))
