import { markSchema } from '../../../../shared/schemas/pieces'
import { now } from '../../../clock'
import { markPiece } from '../../../services/pieces/pieces'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'work on pieces',
    summary: 'Mark what is wrong where on a face, or take a mark off',
    body: markSchema,
  },
  (event, body) => markPiece(whoOf(event), idOf(event), body, now()),
)
