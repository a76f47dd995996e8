import { now } from '../../clock'
import { newMouldSchema } from '../../../shared/schemas/moulds'
import { createMould } from '../../services/moulds/moulds'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  createMould(whoOf(event), await bodyOf(event, newMouldSchema), now()),
)
