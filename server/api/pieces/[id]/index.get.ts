import { getPieceLog } from '../../../services/pieces/pieces'
import { api, idOf, whoOf } from '../../../utils/api'

export default api((event) => getPieceLog(whoOf(event), idOf(event)))
