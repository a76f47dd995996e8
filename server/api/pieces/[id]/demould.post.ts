import { now } from '../../../clock'
import { pieceActSchema } from '../../../../shared/schemas/pieces'
import { actOnPiece } from '../../../services/pieces/judging'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  actOnPiece(whoOf(event), idOf(event), 'demoulded', await bodyOf(event, pieceActSchema), now()),
)
