import { now } from '../../clock'
import { workSchema } from '../../../shared/schemas/work'
import { tellWork } from '../../services/work/work'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) => {
  const { events, soItIs } = await bodyOf(event, workSchema)
  return tellWork(whoOf(event), events, now(), soItIs)
})
