import { setResponseStatus } from 'h3'
import { throwUnfinishedAway } from '../../services/workshops/yard'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'keep the house',
    summary: 'Stop filling one’s workshops that are not ready, and throw them away',
  },
  async (event) => {
    await throwUnfinishedAway(whoOf(event))
    setResponseStatus(event, 204)
  },
)
