import { closePurchaseSchema } from '../../../../../shared/schemas/purchases'
import { now } from '../../../../clock'
import { closePurchase } from '../../../../services/stock/purchases'
import { idOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'The rest of a purchase will not come',
    body: closePurchaseSchema,
  },
  (event, { version }) => closePurchase(whoOf(event), idOf(event), version, now()),
)
