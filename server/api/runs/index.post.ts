import { now } from '../../clock'
import { startRunSchema } from '../../../shared/schemas/runs'
import { startRun } from '../../services/runs/runs'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) => {
  const { potId, measure, soItIs } = await bodyOf(event, startRunSchema)
  return startRun(whoOf(event), potId, measure, now(), soItIs)
})
