import { purchaseTable } from '../../../../services/stock/purchases'
import { idOf, whoOf } from '../../../../utils/api'
import { asFile } from '../../../../utils/asFile'
import { route } from '../../../../utils/route'

export default route(
  {
    action: 'see the stock',
    summary: 'A purchase as a table for its supplier',
    answers: 'text/csv',
  },
  async (event) => {
    const { name, text } = await purchaseTable(whoOf(event), idOf(event))
    asFile(event, 'text/csv; charset=utf-8', `${name}.csv`)
    return text
  },
)
