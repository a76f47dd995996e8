import { decideQuoteSchema } from '../../../../shared/schemas/quotes'
import { now } from '../../../clock'
import { decideQuote } from '../../../services/quotes/quotes'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'change prices',
    summary: 'Accept or decline a quote for whoever it was sent to',
    body: decideQuoteSchema,
  },
  (event, body) => decideQuote(whoOf(event), idOf(event), body, now()),
)
