import { startList } from '../services/setup/startList'
import { whoOf } from '../utils/api'
import { route } from '../utils/route'

export default route(
  {
    action: 'see the workshop',
    summary: 'What the workshop still lacks for a first pour, a plan and a price',
  },
  (event) => startList(whoOf(event)),
)
