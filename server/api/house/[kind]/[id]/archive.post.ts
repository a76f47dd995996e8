import { now } from '../../../../clock'
import { archiveSchema } from '../../../../../shared/schemas/house'
import { archiveInHouse } from '../../../../services/house/house'
import { api, bodyOf, idOf, whoOf } from '../../../../utils/api'
import { keptKindOf } from '../../../../utils/houseKind'

export default api(async (event) => {
  const row = { id: idOf(event), ...(await bodyOf(event, archiveSchema)) }
  return archiveInHouse(whoOf(event), keptKindOf(event), row, now())
})
