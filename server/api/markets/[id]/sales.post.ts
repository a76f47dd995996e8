import { marketSalesSchema } from '../../../../shared/schemas/markets'
import { now } from '../../../clock'
import { tellSales } from '../../../services/markets/markets'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'change prices',
    summary: 'How a market day went; then it is over',
    body: marketSalesSchema,
  },
  (event, body) => tellSales(whoOf(event), idOf(event), body, now()),
)
