import { closePurchaseSchema } from '../../../../../shared/schemas/purchases'
import { now } from '../../../../clock'
import { closePurchase } from '../../../../services/stock/purchases'
import { api, bodyOf, idOf, whoOf } from '../../../../utils/api'

export default api(async (event) => {
  const { version } = await bodyOf(event, closePurchaseSchema)
  return closePurchase(whoOf(event), idOf(event), version, now())
})
