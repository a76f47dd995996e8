import { calendarFeeds } from '../../../services/calendars'
import { api, whoOf } from '../../../utils/api'

export default api((event) => calendarFeeds(whoOf(event)))
