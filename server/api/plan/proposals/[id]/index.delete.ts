import { now } from '../../../../clock'
import { cancelProposal } from '../../../../services/planning/propose/proposals'
import { api, idOf, whoOf } from '../../../../utils/api'

export default api(async (event) => {
  await cancelProposal(whoOf(event), idOf(event), now())
  return {}
})
