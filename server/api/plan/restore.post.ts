import { now } from '../../clock'
import { restorePlanSchema } from '../../../shared/schemas/proposals'
import { restorePlan } from '../../services/planning/propose/proposals'
import { api, bodyOf, whoOf } from '../../utils/api'
import { planInWorker, weighInWorker } from '../../workers/pool'

export default api(async (event) => {
  const { planId, direction } = await bodyOf(event, restorePlanSchema)
  return restorePlan(whoOf(event), planId, direction, planInWorker(), weighInWorker(), now())
})
