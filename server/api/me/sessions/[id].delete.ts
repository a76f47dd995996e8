import { endSession } from '../../../services/people/access'
import { api, idOf, whoOf } from '../../../utils/api'

export default api(async (event) => {
  await endSession(whoOf(event), idOf(event))
  return { ended: true }
})
