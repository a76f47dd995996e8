import { purchaseSchema } from '../../../../shared/schemas/purchases'
import { now } from '../../../clock'
import { placePurchase } from '../../../services/stock/purchases'
import { api, bodyOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  placePurchase(whoOf(event), await bodyOf(event, purchaseSchema), now()),
)
