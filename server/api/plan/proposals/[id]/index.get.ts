import { getProposal } from '../../../../services/planning/propose/proposals'
import { api, idOf, whoOf } from '../../../../utils/api'
import { progressOf } from '../../../../workers/proposalQueue'

export default api((event) => getProposal(whoOf(event), idOf(event), progressOf))
