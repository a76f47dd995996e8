import { now } from '../../../../clock'
import { nothingSchema } from '../../../../../shared/schemas/fields'
import { acceptProposal } from '../../../../services/planning/propose/proposals'
import { api, bodyOf, idOf, whoOf } from '../../../../utils/api'

export default api(async (event) => {
  await bodyOf(event, nothingSchema)
  return acceptProposal(whoOf(event), idOf(event), now())
})
