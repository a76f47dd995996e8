import { readPrices } from '../../../services/quotes/quotes'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see prices',
    summary: 'What an order costs, was offered for and brought in',
  },
  (event) => readPrices(whoOf(event), idOf(event)),
)
