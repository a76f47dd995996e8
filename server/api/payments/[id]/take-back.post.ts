import { takeBackPaymentSchema } from '../../../../shared/schemas/quotes'
import { now } from '../../../clock'
import { takeBackPayment } from '../../../services/quotes/payments'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) => {
  const { note } = await bodyOf(event, takeBackPaymentSchema)
  return takeBackPayment(whoOf(event), idOf(event), note, now())
})
