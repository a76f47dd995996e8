import { setHeader } from 'h3'
import { purchaseTable } from '../../../../services/stock/purchases'
import { idOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'

export default route(
  {
    action: 'see the stock',
    summary: 'A purchase as a table for its supplier',
    answers: 'text/csv',
  },
  async (event) => {
    const { name, text } = await purchaseTable(whoOf(event), idOf(event))
    setHeader(event, 'content-type', 'text/csv; charset=utf-8')
    setHeader(
      event,
      'content-disposition',
      `attachment; filename*=UTF-8''${encodeURIComponent(`${name}.csv`)}`,
    )
    return text
  },
)
