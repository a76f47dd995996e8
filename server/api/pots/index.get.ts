import { openPots } from '../../services/pots/pots'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'see pots',
    summary: 'Pots still to be poured, in the order of the plan',
  },
  (event) => openPots(whoOf(event)),
)
