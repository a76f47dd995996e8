import { now } from '../../clock'
import { ownUnitsSchema } from '../../../shared/schemas/people'
import { chooseUnits } from '../../services/people/auth'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  chooseUnits(whoOf(event), await bodyOf(event, ownUnitsSchema), now()),
)
