import { paymentSchema } from '../../../../shared/schemas/quotes'
import { now } from '../../../clock'
import { notePayment } from '../../../services/quotes/payments'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'change prices',
    summary: 'Note money that came in or went back; sending twice is harmless',
    body: paymentSchema,
  },
  (event, body) => notePayment(whoOf(event), idOf(event), body, now()),
)
