import { now } from '../../../../clock'
import { removeFromHouse } from '../../../../services/house/house'
import { api, idOf, whoOf } from '../../../../utils/api'
import { keptKindOf } from '../../../../utils/houseKind'

export default api(async (event) => {
  await removeFromHouse(whoOf(event), keptKindOf(event), idOf(event), now())
  return { removed: true }
})
