import { newLotsSchema } from '../../../../shared/schemas/stock'
import { now } from '../../../clock'
import { receiveLots } from '../../../services/stock/lots'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'Put bottles into the stores, full',
    body: newLotsSchema,
  },
  (event, body) => receiveLots(whoOf(event), body.lots, now()),
)
