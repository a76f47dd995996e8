import { now } from '../../clock'
import { listAccess } from '../../services/people/access'
import { api, whoOf } from '../../utils/api'

export default api((event) => listAccess(whoOf(event), now()))
