import { pieceProfile } from '../../../services/pieces/pieces'
import { api, idOf, whoOf } from '../../../utils/api'

export default api((event) => pieceProfile(whoOf(event), idOf(event)))
