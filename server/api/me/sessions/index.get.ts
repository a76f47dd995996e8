import { now } from '../../../clock'
import { ownSessions } from '../../../services/people/access'
import { api, whoOf } from '../../../utils/api'
import { readSessionCookie } from '../../../utils/sessionCookie'

export default api((event) => ownSessions(whoOf(event), readSessionCookie(event) ?? '', now()))
