import { marketSalesSchema } from '../../../../shared/schemas/markets'
import { now } from '../../../clock'
import { tellSales } from '../../../services/markets/markets'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  tellSales(whoOf(event), idOf(event), await bodyOf(event, marketSalesSchema), now()),
)
