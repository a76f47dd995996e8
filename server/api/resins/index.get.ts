import { listResins } from '../../services/resins/resins'
import { api, whoOf } from '../../utils/api'

export default api((event) => listResins(whoOf(event)))
