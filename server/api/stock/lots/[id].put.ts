import { lotSchema } from '../../../../shared/schemas/stock'
import { now } from '../../../clock'
import { saveLot } from '../../../services/stock/lots'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'Change what stands on a bottle, with the version that was read',
    body: lotSchema,
  },
  (event, body) => saveLot(whoOf(event), idOf(event), body, now()),
)
