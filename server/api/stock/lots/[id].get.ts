import { getLotView } from '../../../services/stock/lots'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see the stock',
    summary: 'A bottle, what happened to it and the pieces made of it',
  },
  (event) => getLotView(whoOf(event), idOf(event)),
)
