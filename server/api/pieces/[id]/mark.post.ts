import { markSchema } from '../../../../shared/schemas/pieces'
import { now } from '../../../clock'
import { markPiece } from '../../../services/pieces/pieces'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  markPiece(whoOf(event), idOf(event), await bodyOf(event, markSchema), now()),
)
