import { readProduct } from '../../../../services/markets/markets'
import { idOf, numberOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'

export default route(
  {
    action: 'see prices',
    summary: 'One more piece that may be made for a market day',
  },
  (event) => readProduct(whoOf(event), idOf(event), numberOf(event, 'recipe')),
)
