import { now } from '../../clock'
import { importSchema } from '../../../shared/schemas/exchange'
import { importFile, previewImport } from '../../services/exchange/exchange'
import { api, bodyOf, whoOf } from '../../utils/api'
import { MOST_BYTES } from '../../utils/body'
import { sheetKindOf } from '../../utils/sheetKind'

export default api(async (event) => {
  const { apply, ...file } = await bodyOf(event, importSchema, MOST_BYTES.table)
  const [who, kind] = [whoOf(event), sheetKindOf(event)]
  return apply ? importFile(who, kind, file, now()) : previewImport(who, kind, file)
})
