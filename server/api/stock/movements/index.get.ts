import { getQuery } from 'h3'
import { listMovements } from '../../../services/stock/movements'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see the stock',
    summary: 'The ledger of the stores, the newest first',
    query: { before: 'the number of the last line seen' },
  },
  (event) => {
    const { before } = getQuery(event)
    return listMovements(whoOf(event), Number(before) || null)
  },
)
