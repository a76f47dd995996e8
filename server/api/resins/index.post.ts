import { now } from '../../clock'
import { newResinSchema } from '../../../shared/schemas/resins'
import { createResin } from '../../services/resins/resins'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  createResin(whoOf(event), await bodyOf(event, newResinSchema), now()),
)
