import { now } from '../../clock'
import { gatherSchema } from '../../../shared/schemas/pots'
import { makePlan } from '../../services/planning/propose/makePlan'
import { gatherPots } from '../../services/pots/pots'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'
import { planInWorker, weighInWorker } from '../../workers/pool'

export default route(
  {
    action: 'gather pots',
    summary: 'Pour the layers of some planned pots from other pots, and plan anew',
    body: gatherSchema,
  },
  async (event, body) => {
    const [who, at] = [whoOf(event), now()]
    await gatherPots(who, body, at)
    return makePlan(who, planInWorker(), at, weighInWorker(), 'keep')
  },
)
