import { now } from '../../../../clock'
import { cancelProposal } from '../../../../services/planning/propose/proposals'
import { idOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'

export default route(
  { action: 'plan', summary: 'Stop a proposal, or let it go' },
  async (event) => {
    await cancelProposal(whoOf(event), idOf(event), now())
    return {}
  },
)
