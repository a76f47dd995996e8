import { listPurchases } from '../../../services/stock/purchases'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see the stock',
    summary: 'What is ordered and not here, and what came lately',
  },
  (event) => listPurchases(whoOf(event)),
)
