import { now } from '../../../../clock'
import { archiveSchema } from '../../../../../shared/schemas/house'
import { archiveInHouse } from '../../../../services/house/house'
import { idOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'
import { keptKindOf } from '../../../../utils/houseKind'

export default route(
  {
    action: 'keep the house',
    summary: 'Put a row away, or bring it back',
    body: archiveSchema,
  },
  (event, body) => {
    const row = { id: idOf(event), ...body }
    return archiveInHouse(whoOf(event), keptKindOf(event), row, now())
  },
)
