import { secondFactorState } from '../../../services/people/secondFactor'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'Whether one signs in with a second factor',
  },
  (event) => secondFactorState(whoOf(event)),
)
