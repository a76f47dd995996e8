import { getRouterParam } from 'h3'
import { now } from '../../clock'
import { invitedBy } from '../../services/people/access'
import { route } from '../../utils/route'

export default route(
  {
    action: null,
    isOpen: true,
    summary: 'Whom an invitation is for; who has the address needs no session',
  },
  (event) => invitedBy(getRouterParam(event, 'secret') ?? '', now()),
)
