import { setHeader } from 'h3'
import { purchaseTable } from '../../../../services/stock/purchases'
import { api, idOf, whoOf } from '../../../../utils/api'

export default api(async (event) => {
  const { name, text } = await purchaseTable(whoOf(event), idOf(event))
  setHeader(event, 'content-type', 'text/csv; charset=utf-8')
  setHeader(
    event,
    'content-disposition',
    `attachment; filename*=UTF-8''${encodeURIComponent(`${name}.csv`)}`,
  )
  return text
})
