import { now } from '../../../clock'
import { newWorkshopSchema } from '../../../../shared/schemas/house'
import { addOwnWorkshop } from '../../../services/workshops/workshops'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'keep the house',
    summary: 'Make another workshop, with oneself as its manager',
    body: newWorkshopSchema,
  },
  (event, body) => addOwnWorkshop(whoOf(event), body, now()),
)
