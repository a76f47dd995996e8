import { getRouterParam, setResponseHeaders } from 'h3'
import { calendarOf } from '../../services/calendars/calendars'
import { route } from '../../utils/route'

export default route(
  {
    action: null,
    isOpen: true,
    summary: 'The plan as iCalendar (RFC 5545); who has the address needs no session',
    answers: 'text/calendar',
  },
  async (event) => {
    const file = await calendarOf((getRouterParam(event, 'secret') ?? '').replace(/\.ics$/, ''))
    setResponseHeaders(event, {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'inline; filename="plan.ics"',
      'cache-control': 'private, max-age=300',
    })
    return file
  },
)
