import { frontSchema } from '../../../../shared/schemas/pieces'
import { now } from '../../../clock'
import { settleFront } from '../../../services/pieces/pieces'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'

export default api(async (event) =>
  settleFront(whoOf(event), idOf(event), await bodyOf(event, frontSchema), now()),
)
