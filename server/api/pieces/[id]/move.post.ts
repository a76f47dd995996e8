import { now } from '../../../clock'
import { movePieceSchema } from '../../../../shared/schemas/pieces'
import { movePiece } from '../../../services/pieces/pieces'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  movePiece(whoOf(event), idOf(event), await bodyOf(event, movePieceSchema), now()),
)
