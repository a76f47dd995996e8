import { paymentSchema } from '../../../../shared/schemas/quotes'
import { now } from '../../../clock'
import { notePayment } from '../../../services/quotes/payments'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  notePayment(whoOf(event), idOf(event), await bodyOf(event, paymentSchema), now()),
)
