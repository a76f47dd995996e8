import { now } from '../../clock'
import { mouldSchema } from '../../../shared/schemas/moulds'
import { saveMould } from '../../services/moulds/moulds'
import { api, bodyOf, idOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  saveMould(whoOf(event), idOf(event), await bodyOf(event, mouldSchema), now()),
)
