import { listCustomerNames } from '../../services/orders/orders'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'see orders',
    summary: 'Names of those for whom the workshop makes; none for a guest',
  },
  (event) => listCustomerNames(whoOf(event)),
)
