import { now } from '../../clock'
import { planQuestion } from '../../services/planning/planQuestion'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'see the plan',
    summary: 'What the plan was worked out from, for trying things out beside it',
  },
  (event) => planQuestion(whoOf(event), now()),
)
