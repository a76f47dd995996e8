import { now } from '../../../clock'
import { feedSchema } from '../../../../shared/schemas/calendars'
import { renewFeed } from '../../../services/calendars/calendars'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'have a calendar of one’s own',
    summary: 'Make the secret address of a calendar anew; it is told once',
    body: feedSchema,
  },
  (event, body) => renewFeed(whoOf(event), body.whose, now()),
)
