import { now } from '../../../clock'
import { ownSessions } from '../../../services/people/access'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'
import { readSessionCookie } from '../../../utils/sessionCookie'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'The sessions one has open',
  },
  (event) => ownSessions(whoOf(event), readSessionCookie(event) ?? '', now()),
)
