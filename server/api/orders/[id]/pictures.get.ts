import { listPinned } from '../../../services/pinned/pinned'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see orders',
    summary: 'What is pinned to an order: drawings and photographs',
  },
  (event) => listPinned(whoOf(event), { orderId: idOf(event) }),
)
