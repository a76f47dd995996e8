import { HOUSE_KINDS } from '../../../../shared/schemas/house'
import { listHouse } from '../../../services/house/house'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'
import { houseKindOf } from '../../../utils/houseKind'

export default route(
  {
    action: 'keep the house',
    summary: `All rows of a kind (${HOUSE_KINDS.join(', ')}), those put away too`,
  },
  (event) => listHouse(whoOf(event), houseKindOf(event)),
)
