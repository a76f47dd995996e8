import { now } from '../../clock'
import { nothingSchema } from '../../../shared/schemas/fields'
import { addYard } from '../../services/workshops/yard'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'keep the house',
    summary: 'Make the made-up yard as another workshop, to look around in',
    body: nothingSchema,
  },
  (event) => addYard(whoOf(event), now()),
)
