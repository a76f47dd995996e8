import { receivedSchema } from '../../../../shared/schemas/purchases'
import { now } from '../../../clock'
import { receivePurchase } from '../../../services/stock/purchases'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'Put into the stores what came of a line of a purchase',
    body: receivedSchema,
  },
  (event, body) => receivePurchase(whoOf(event), body, now()),
)
