import { now } from '../../clock'
import { resinSchema } from '../../../shared/schemas/resins'
import { saveResin } from '../../services/resins/resins'
import { api, bodyOf, idOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  saveResin(whoOf(event), idOf(event), await bodyOf(event, resinSchema), now()),
)
