import { now } from '../../../clock'
import { movePieceSchema } from '../../../../shared/schemas/pieces'
import { movePiece } from '../../../services/pieces/pieces'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'work on pieces',
    summary: 'Lay a piece somewhere else',
    body: movePieceSchema,
  },
  (event, body) => movePiece(whoOf(event), idOf(event), body, now()),
)
