import { gatherSchema } from '../../../shared/schemas/forms'
import { makePlan } from '../../services/planning/propose/makePlan'
import { gatherPots } from '../../services/pots/pots'
import { api, bodyOf, whoOf } from '../../utils/api'
import { planInWorker, weighInWorker } from '../../workers/pool'

export default api(async (event) => {
  const [who, now] = [whoOf(event), new Date()]
  await gatherPots(who, await bodyOf(event, gatherSchema), now)
  return makePlan(who, planInWorker(), now, weighInWorker(), 'keep')
})
