import { touchSchema } from '../../../../shared/schemas/pieces'
import { now } from '../../../clock'
import { touchPiece } from '../../../services/pieces/pieces'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'work on pieces',
    summary: 'Tell whether a piece has come so far, by touching it',
    body: touchSchema,
  },
  (event, body) => touchPiece(whoOf(event), idOf(event), body, now()),
)
