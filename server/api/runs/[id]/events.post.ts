import { now } from '../../../clock'
import { runEventsSchema } from '../../../../shared/schemas/runs'
import { addRunEvents } from '../../../services/runs/runs'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) => {
  const { events } = await bodyOf(event, runEventsSchema)
  return addRunEvents(whoOf(event), idOf(event), events, now())
})
