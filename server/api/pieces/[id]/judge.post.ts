import { now } from '../../../clock'
import { judgeSchema } from '../../../../shared/schemas/pieces'
import { actOnPiece } from '../../../services/pieces/judging'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'work on pieces',
    summary: 'Judge a piece or one of a set, and say how it is mended',
    body: judgeSchema,
  },
  (event, { verdict, ...rest }) => actOnPiece(whoOf(event), idOf(event), verdict, rest, now()),
)
