import { now } from '../../../../clock'
import { removeFromHouse } from '../../../../services/house/house'
import { idOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'
import { keptKindOf } from '../../../../utils/houseKind'

export default route(
  {
    action: 'keep the house',
    summary: 'Remove a row that was never used',
  },
  async (event) => {
    await removeFromHouse(whoOf(event), keptKindOf(event), idOf(event), now())
    return { removed: true }
  },
)
