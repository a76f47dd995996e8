import { listMoulds } from '../../services/moulds/moulds'
import { api, whoOf } from '../../utils/api'

export default api((event) => listMoulds(whoOf(event)))
