import { now } from '../../clock'
import { newResinSchema } from '../../../shared/schemas/resins'
import { createResin } from '../../services/resins/resins'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'Add a resin',
    body: newResinSchema,
  },
  (event, body) => createResin(whoOf(event), body, now()),
)
