import { getProposal } from '../../../../services/planning/propose/proposals'
import { api, idOf, whoOf } from '../../../../utils/api'

export default api((event) => getProposal(whoOf(event), idOf(event)))
