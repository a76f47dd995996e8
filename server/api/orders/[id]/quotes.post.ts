import { quoteFieldsSchema } from '../../../../shared/schemas/quotes'
import { now } from '../../../clock'
import { sendQuote } from '../../../services/quotes/quotes'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  sendQuote(whoOf(event), idOf(event), await bodyOf(event, quoteFieldsSchema), now()),
)
