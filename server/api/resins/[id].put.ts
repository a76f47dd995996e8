import { now } from '../../clock'
import { resinSchema } from '../../../shared/schemas/resins'
import { saveResin } from '../../services/resins/resins'
import { idOf, whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'Change a resin, with the version that was read',
    body: resinSchema,
  },
  (event, body) => saveResin(whoOf(event), idOf(event), body, now()),
)
