import { getRouterParam } from 'h3'
import { now } from '../../clock'
import { invitedBy } from '../../services/people/access'
import { api } from '../../utils/api'

export default api((event) => invitedBy(getRouterParam(event, 'secret') ?? '', now()))
