import { getRouterParam } from 'h3'
import { FEEDS } from '../../../../shared/schemas/calendars'
import { AppError } from '../../../services/AppError'
import { stopFeed } from '../../../services/calendars/calendars'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'have a calendar of one’s own',
    summary: 'Take the secret address of a calendar away',
  },
  async (event) => {
    const whose = FEEDS.find((one) => one === getRouterParam(event, 'whose'))
    if (!whose) throw new AppError('unknown', 'There is no calendar of this name.')
    await stopFeed(whoOf(event), whose)
    return {}
  },
)
