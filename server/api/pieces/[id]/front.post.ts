import { frontSchema } from '../../../../shared/schemas/pieces'
import { now } from '../../../clock'
import { settleFront } from '../../../services/pieces/pieces'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'work on pieces',
    summary: 'Settle which face is the front',
    body: frontSchema,
  },
  (event, body) => settleFront(whoOf(event), idOf(event), body, now()),
)
