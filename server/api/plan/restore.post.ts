import { now } from '../../clock'
import { restorePlanSchema } from '../../../shared/schemas/proposals'
import { restorePlan } from '../../services/planning/propose/proposals'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'
import { planInWorker, weighInWorker } from '../../workers/pool'

export default route(
  {
    action: 'plan',
    summary: 'Bring back the plan before the one that holds, or the one that was brought back from',
    body: restorePlanSchema,
  },
  (event, { planId, direction }) =>
    restorePlan(whoOf(event), planId, direction, planInWorker(), weighInWorker(), now()),
)
