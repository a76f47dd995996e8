import { now } from '../../../../clock'
import { nothingSchema } from '../../../../../shared/schemas/fields'
import { acceptProposal } from '../../../../services/planning/propose/proposals'
import { idOf, whoOf } from '../../../../utils/api'
import { route } from '../../../../utils/route'

export default route(
  {
    action: 'plan',
    summary: 'Make a proposal the plan that holds',
    body: nothingSchema,
  },
  (event) => acceptProposal(whoOf(event), idOf(event), now()),
)
