import { marketSchema } from '../../../shared/schemas/markets'
import { now } from '../../clock'
import { saveMarket } from '../../services/markets/markets'
import { api, bodyOf, idOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  saveMarket(whoOf(event), idOf(event), await bodyOf(event, marketSchema), now()),
)
