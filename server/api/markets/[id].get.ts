import { readMarket } from '../../services/markets/markets'
import { idOf, whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'see prices',
    summary: 'A market day with every piece that may be made for it, by its order',
  },
  (event) => readMarket(whoOf(event), idOf(event)),
)
