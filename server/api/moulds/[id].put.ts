import { now } from '../../clock'
import { mouldSchema } from '../../../shared/schemas/moulds'
import { saveMould } from '../../services/moulds/moulds'
import { idOf, whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'Change a mould, with the version that was read',
    body: mouldSchema,
  },
  (event, body) => saveMould(whoOf(event), idOf(event), body, now()),
)
