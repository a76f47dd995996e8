import { now } from '../../../clock'
import { nothingSchema } from '../../../../shared/schemas/fields'
import { sendAgain } from '../../../services/letters/letters'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) => {
  await bodyOf(event, nothingSchema)
  return sendAgain(whoOf(event), idOf(event), now())
})
