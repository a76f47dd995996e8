import { now } from '../../clock'
import { nothingSchema } from '../../../shared/schemas/fields'
import { addYard } from '../../services/workshops/yard'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) => {
  await bodyOf(event, nothingSchema)
  return addYard(whoOf(event), now())
})
