import { purchaseSchema } from '../../../../shared/schemas/purchases'
import { now } from '../../../clock'
import { placePurchase } from '../../../services/stock/purchases'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'Note what was ordered of a supplier; the plan counts on it',
    body: purchaseSchema,
  },
  (event, body) => placePurchase(whoOf(event), body, now()),
)
