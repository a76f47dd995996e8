import { now } from '../../../clock'
import { nothingSchema } from '../../../../shared/schemas/fields'
import { sendAgain } from '../../../services/letters/letters'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'keep the house',
    summary: 'Send a letter once more',
    body: nothingSchema,
  },
  (event) => sendAgain(whoOf(event), idOf(event), now()),
)
