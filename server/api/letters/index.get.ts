import { getQuery } from 'h3'
import { listLetters } from '../../services/letters/letters'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'keep the house',
    summary: 'Letters that went out or wait to, the latest first, a page at a time',
    query: { after: 'cursor of the page before' },
  },
  (event) => listLetters(whoOf(event), Number(getQuery(event).after) || null),
)
