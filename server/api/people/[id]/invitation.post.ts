import { now } from '../../../clock'
import { nothingSchema } from '../../../../shared/schemas/fields'
import { invite } from '../../../services/people/access'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) => {
  await bodyOf(event, nothingSchema)
  return invite(whoOf(event), idOf(event), now())
})
