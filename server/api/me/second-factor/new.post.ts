import { nothingSchema } from '../../../../shared/schemas/fields'
import { newSecondFactor } from '../../../services/people/secondFactor'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'A new secret for one’s device; it counts once it is turned on with a code of it',
    body: nothingSchema,
  },
  (event) => newSecondFactor(whoOf(event)),
)
