import { now } from '../../../clock'
import { feedSchema } from '../../../../shared/schemas/calendars'
import { renewFeed } from '../../../services/calendars/calendars'
import { api, bodyOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  renewFeed(whoOf(event), (await bodyOf(event, feedSchema)).whose, now()),
)
