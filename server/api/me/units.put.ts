import { now } from '../../clock'
import { ownUnitsSchema } from '../../../shared/schemas/people'
import { chooseUnits } from '../../services/people/auth'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'Choose the units one reads and types in',
    body: ownUnitsSchema,
  },
  (event, body) => chooseUnits(whoOf(event), body, now()),
)
