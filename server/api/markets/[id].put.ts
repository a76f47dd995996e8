import { marketSchema } from '../../../shared/schemas/markets'
import { now } from '../../clock'
import { saveMarket } from '../../services/markets/markets'
import { idOf, whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'change prices',
    summary: 'What is thought of a market day and its pieces, with the version that was read',
    body: marketSchema,
  },
  (event, body) => saveMarket(whoOf(event), idOf(event), body, now()),
)
