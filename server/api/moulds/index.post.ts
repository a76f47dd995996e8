import { now } from '../../clock'
import { newMouldSchema } from '../../../shared/schemas/moulds'
import { createMould } from '../../services/moulds/moulds'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'Add a mould',
    body: newMouldSchema,
  },
  (event, body) => createMould(whoOf(event), body, now()),
)
