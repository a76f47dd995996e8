import { movementsSchema } from '../../../../shared/schemas/stock'
import { now } from '../../../clock'
import { tellMovements } from '../../../services/stock/movements'
import { api, bodyOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  tellMovements(whoOf(event), (await bodyOf(event, movementsSchema)).movements, now()),
)
