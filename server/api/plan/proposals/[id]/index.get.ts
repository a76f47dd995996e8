import { getProposal } from '../../../../services/planning/propose/proposals'
import { idOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'

export default route(
  {
    action: 'plan',
    summary: 'How far a proposal is, and what it comes to',
  },
  (event) => getProposal(whoOf(event), idOf(event)),
)
