import { movementsSchema } from '../../../../shared/schemas/stock'
import { now } from '../../../clock'
import { tellMovements } from '../../../services/stock/movements'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'Tell what was spilled, counted, corrected, given away or past its end',
    body: movementsSchema,
  },
  (event, body) => tellMovements(whoOf(event), body.movements, now()),
)
