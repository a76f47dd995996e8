import { getQuery } from 'h3'
import { readEarned } from '../services/earned/earned'
import { api, whoOf } from '../utils/api'
import { monthOf } from '../utils/month'

export default api((event) =>
  readEarned(whoOf(event), {
    month: monthOf(event),
    months: Number(getQuery(event).months) || 1,
  }),
)
