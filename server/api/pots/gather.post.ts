import { now } from '../../clock'
import { gatherSchema } from '../../../shared/schemas/pots'
import { makePlan } from '../../services/planning/propose/makePlan'
import { gatherPots } from '../../services/pots/pots'
import { api, bodyOf, whoOf } from '../../utils/api'
import { planInWorker, weighInWorker } from '../../workers/pool'

export default api(async (event) => {
  const [who, at] = [whoOf(event), now()]
  await gatherPots(who, await bodyOf(event, gatherSchema), at)
  return makePlan(who, planInWorker(), at, weighInWorker(), 'keep')
})
