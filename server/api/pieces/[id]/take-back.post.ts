import { now } from '../../../clock'
import { pieceActSchema } from '../../../../shared/schemas/pieces'
import { actOnPiece } from '../../../services/pieces/judging'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'work on pieces',
    summary: 'Take the last step of a piece back',
    body: pieceActSchema,
  },
  (event, body) => actOnPiece(whoOf(event), idOf(event), 'taken back', body, now()),
)
