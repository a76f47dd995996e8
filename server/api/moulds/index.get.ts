import { listMoulds } from '../../services/moulds'
import { api, whoOf } from '../../utils/api'

export default api((event) => listMoulds(whoOf(event)))
