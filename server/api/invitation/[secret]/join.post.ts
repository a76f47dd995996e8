import { getRouterParam } from 'h3'
import { now } from '../../../clock'
import { nothingSchema } from '../../../../shared/schemas/fields'
import { joinInvited } from '../../../services/workshops/workshops'
import { api, bodyOf, whoOf } from '../../../utils/api'

export default api(async (event) => {
  await bodyOf(event, nothingSchema)
  return joinInvited(whoOf(event), getRouterParam(event, 'secret') ?? '', now())
})
