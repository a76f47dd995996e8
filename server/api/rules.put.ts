import { now } from '../clock'
import { rulesSchema } from '../../shared/schemas/house'
import { saveRules } from '../services/house/rules'
import { api, bodyOf, whoOf } from '../utils/api'

export default api(async (event) =>
  saveRules(whoOf(event), await bodyOf(event, rulesSchema), now()),
)
