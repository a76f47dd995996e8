import { calendarFeeds } from '../../../services/calendars/calendars'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'have a calendar of one’s own',
    summary: 'Which calendars have a secret address',
  },
  (event) => calendarFeeds(whoOf(event)),
)
