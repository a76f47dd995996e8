import { lotSchema } from '../../../../shared/schemas/stock'
import { now } from '../../../clock'
import { saveLot } from '../../../services/stock/lots'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  saveLot(whoOf(event), idOf(event), await bodyOf(event, lotSchema), now()),
)
