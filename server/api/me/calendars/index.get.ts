import { calendarFeeds } from '../../../services/calendars/calendars'
import { api, whoOf } from '../../../utils/api'

export default api((event) => calendarFeeds(whoOf(event)))
