import { listMarkets } from '../../services/markets/markets'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  { action: 'see prices', summary: 'Every market day, the latest first' },
  (event) => listMarkets(whoOf(event)),
)
