import { now } from '../../clock'
import { nothingSchema } from '../../../shared/schemas/fields'
import { makePlan } from '../../services/planning/propose/makePlan'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'
import { planInWorker, weighInWorker } from '../../workers/pool'

export default route(
  {
    action: 'plan',
    summary: 'Plan all accepted orders from now',
    body: nothingSchema,
  },
  (event) => makePlan(whoOf(event), planInWorker(), now(), weighInWorker()),
)
