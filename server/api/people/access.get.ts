import { now } from '../../clock'
import { listAccess } from '../../services/people/access'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'keep the house',
    summary: 'Who can sign in, and who is invited',
  },
  (event) => listAccess(whoOf(event), now()),
)
