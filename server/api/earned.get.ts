import { getQuery } from 'h3'
import { readEarned } from '../services/earned/earned'
import { whoOf } from '../utils/api'
import { route } from '../utils/route'
import { monthOf } from '../utils/month'

export default route(
  {
    action: 'see prices',
    summary: 'What was made in some months, with what it cost and brought',
    query: { month: 'the last of them, as 2027-03', months: 'how many, twelve at the most' },
  },
  (event) =>
    readEarned(whoOf(event), {
      month: monthOf(event),
      months: Number(getQuery(event).months) || 1,
    }),
)
