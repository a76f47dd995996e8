import { takeBackMovementSchema } from '../../../../../shared/schemas/stock'
import { now } from '../../../../clock'
import { takeBack } from '../../../../services/stock/movements'
import { idOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'

export default route(
  {
    action: 'change the stores',
    summary: 'Take back what was told, by its opposite',
    body: takeBackMovementSchema,
  },
  (event, { note }) => takeBack(whoOf(event), idOf(event), note, now()),
)
