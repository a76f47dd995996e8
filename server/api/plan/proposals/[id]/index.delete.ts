import { api, idOf, whoOf } from '../../../../utils/api'
import { cancelProposal } from '../../../../workers/proposalQueue'

export default api(async (event) => {
  await cancelProposal(whoOf(event), idOf(event))
  return {}
})
