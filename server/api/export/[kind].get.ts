import { now } from '../../clock'
import { exportFile } from '../../services/exchange/exchange'
import { whoOf } from '../../utils/api'
import { asFile } from '../../utils/asFile'
import { route } from '../../utils/route'
import { sheetKindOf } from '../../utils/sheetKind'

export default route(
  {
    action: 'keep the house',
    summary: 'Everything of a kind as a table for spreadsheets',
    answers: 'text/csv',
  },
  async (event) => {
    const kind = sheetKindOf(event)
    const text = await exportFile(whoOf(event), kind)
    asFile(event, 'text/csv; charset=utf-8', `${kind}-${now().toISOString().slice(0, 10)}.csv`)
    return text
  },
)
