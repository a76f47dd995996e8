import { takeBackPaymentSchema } from '../../../../shared/schemas/quotes'
import { now } from '../../../clock'
import { takeBackPayment } from '../../../services/quotes/payments'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'change prices',
    summary: 'Take back what was noted of a payment, by its opposite',
    body: takeBackPaymentSchema,
  },
  (event, { note }) => takeBackPayment(whoOf(event), idOf(event), note, now()),
)
