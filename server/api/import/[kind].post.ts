import { SHEET_KINDS } from '../../../shared/types/exchangeSheets'
import { now } from '../../clock'
import { importSchema } from '../../../shared/schemas/exchange'
import { importFile, previewImport } from '../../services/exchange/exchange'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'
import { MOST_BYTES } from '../../utils/body'
import { sheetKindOf } from '../../utils/sheetKind'

export default route(
  {
    action: 'keep the house',
    summary: `Look at a table of a kind (${SHEET_KINDS.join(', ')}), or take it`,
    body: importSchema,
    most: MOST_BYTES.table,
  },
  (event, body) => {
    const { apply, ...file } = body
    const [who, kind] = [whoOf(event), sheetKindOf(event)]
    return apply ? importFile(who, kind, file, now()) : previewImport(who, kind, file)
  },
)
