import { listOwnWorkshops } from '../../../services/workshops/workshops'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'The workshops one belongs to',
  },
  (event) => listOwnWorkshops(whoOf(event)),
)
