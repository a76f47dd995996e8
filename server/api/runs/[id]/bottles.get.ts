import { now } from '../../../clock'
import { benchBottles } from '../../../services/stock/lots'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see runs',
    summary: 'The bottles of its resin, in the order in which they should be taken',
  },
  (event) => benchBottles(whoOf(event), idOf(event), now()),
)
