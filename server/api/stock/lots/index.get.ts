import { listLots } from '../../../services/stock/lots'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see the stock',
    summary: 'Every bottle that holds something, with what is left in it',
  },
  (event) => listLots(whoOf(event)),
)
