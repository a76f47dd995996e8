import { listLying } from '../../services/pieces/pieces'
import { api, whoOf } from '../../utils/api'

export default api((event) => listLying(whoOf(event)))
