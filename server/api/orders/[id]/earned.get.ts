import { readEarnedOfOrder } from '../../../services/earned/earned'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see prices',
    summary: 'What the lines of an order were to cost, what they did, and what they brought',
  },
  (event) => readEarnedOfOrder(whoOf(event), idOf(event)),
)
