import { currentPlan } from '../../services/planning/plans'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route({ action: 'see the plan', summary: 'The plan that holds now' }, (event) =>
  currentPlan(whoOf(event)),
)
