import { quoteFieldsSchema } from '../../../../shared/schemas/quotes'
import { now } from '../../../clock'
import { sendQuote } from '../../../services/quotes/quotes'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'change prices',
    summary: 'Offer an order at a price; its figures are frozen under the next number',
    body: quoteFieldsSchema,
  },
  (event, body) => sendQuote(whoOf(event), idOf(event), body, now()),
)
