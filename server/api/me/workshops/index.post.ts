import { now } from '../../../clock'
import { newWorkshopSchema } from '../../../../shared/schemas/house'
import { addOwnWorkshop } from '../../../services/workshops/workshops'
import { api, bodyOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  addOwnWorkshop(whoOf(event), await bodyOf(event, newWorkshopSchema), now()),
)
