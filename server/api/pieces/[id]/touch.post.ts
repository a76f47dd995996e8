import { touchSchema } from '../../../../shared/schemas/pieces'
import { now } from '../../../clock'
import { touchPiece } from '../../../services/pieces/pieces'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  touchPiece(whoOf(event), idOf(event), await bodyOf(event, touchSchema), now()),
)
