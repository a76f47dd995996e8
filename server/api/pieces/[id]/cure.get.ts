import { pieceCure } from '../../../services/pieces/pieces'
import { api, idOf, whoOf } from '../../../utils/api'

export default api((event) => pieceCure(whoOf(event), idOf(event)))
