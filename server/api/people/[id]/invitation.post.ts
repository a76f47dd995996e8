import { now } from '../../../clock'
import { nothingSchema } from '../../../../shared/schemas/fields'
import { invite } from '../../../services/people/access'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'keep the house',
    summary: 'Make the one link with which somebody chooses a password; it is told once',
    body: nothingSchema,
  },
  (event) => invite(whoOf(event), idOf(event), now()),
)
