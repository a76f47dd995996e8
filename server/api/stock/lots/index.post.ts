import { newLotsSchema } from '../../../../shared/schemas/stock'
import { now } from '../../../clock'
import { receiveLots } from '../../../services/stock/lots'
import { api, bodyOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  receiveLots(whoOf(event), (await bodyOf(event, newLotsSchema)).lots, now()),
)
