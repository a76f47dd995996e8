import { receivedSchema } from '../../../../shared/schemas/purchases'
import { now } from '../../../clock'
import { receivePurchase } from '../../../services/stock/purchases'
import { api, bodyOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  receivePurchase(whoOf(event), await bodyOf(event, receivedSchema), now()),
)
