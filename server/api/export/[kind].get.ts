import { setHeader } from 'h3'
import { now } from '../../clock'
import { exportFile } from '../../services/exchange/exchange'
import { api, whoOf } from '../../utils/api'
import { sheetKindOf } from '../../utils/sheetKind'

export default api(async (event) => {
  const kind = sheetKindOf(event)
  const text = await exportFile(whoOf(event), kind)
  setHeader(event, 'content-type', 'text/csv; charset=utf-8')
  setHeader(
    event,
    'content-disposition',
    `attachment; filename="${kind}-${now().toISOString().slice(0, 10)}.csv"`,
  )
  return text
})
