import { getRouterParam, setResponseHeaders } from 'h3'
import { calendarOf } from '../../services/calendars/calendars'
import { api } from '../../utils/api'

export default api(async (event) => {
  const file = await calendarOf((getRouterParam(event, 'secret') ?? '').replace(/\.ics$/, ''))
  setResponseHeaders(event, {
    'content-type': 'text/calendar; charset=utf-8',
    'content-disposition': 'inline; filename="plan.ics"',
    'cache-control': 'private, max-age=300',
  })
  return file
})
