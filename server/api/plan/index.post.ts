import { now } from '../../clock'
import { nothingSchema } from '../../../shared/schemas/fields'
import { makePlan } from '../../services/planning/propose/makePlan'
import { api, bodyOf, whoOf } from '../../utils/api'
import { planInWorker, weighInWorker } from '../../workers/pool'

export default api(async (event) => {
  await bodyOf(event, nothingSchema)
  return makePlan(whoOf(event), planInWorker(), now(), weighInWorker())
})
