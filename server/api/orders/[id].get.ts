import { getOrder } from '../../services/orders/orders'
import { idOf, whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route({ action: 'see orders', summary: 'One order' }, (event) =>
  getOrder(whoOf(event), idOf(event)),
)
