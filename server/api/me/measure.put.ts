import { now } from '../../clock'
import { measureChoiceSchema } from '../../../shared/schemas/people'
import { chooseMeasure } from '../../services/people/auth'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'Choose the scale or cup one measures with',
    body: measureChoiceSchema,
  },
  (event, body) => chooseMeasure(whoOf(event), body, now()),
)
