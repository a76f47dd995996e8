import { spareSchema } from '../../../../shared/schemas/pieces'
import { now } from '../../../clock'
import { makeMore } from '../../../services/pieces/pieces'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) => {
  const { more } = await bodyOf(event, spareSchema)
  return makeMore(whoOf(event), idOf(event), more, now())
})
