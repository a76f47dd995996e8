import { endSession } from '../../../services/people/access'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'End a session of one’s own',
  },
  async (event) => {
    await endSession(whoOf(event), idOf(event))
    return { ended: true }
  },
)
