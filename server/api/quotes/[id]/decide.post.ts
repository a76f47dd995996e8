import { decideQuoteSchema } from '../../../../shared/schemas/quotes'
import { now } from '../../../clock'
import { decideQuote } from '../../../services/quotes/quotes'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  decideQuote(whoOf(event), idOf(event), await bodyOf(event, decideQuoteSchema), now()),
)
