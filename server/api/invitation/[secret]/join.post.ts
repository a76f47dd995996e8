import { getRouterParam } from 'h3'
import { now } from '../../../clock'
import { nothingSchema } from '../../../../shared/schemas/fields'
import { joinInvited } from '../../../services/workshops/workshops'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'Take an invitation as another workshop of one’s own',
    body: nothingSchema,
  },
  (event) => joinInvited(whoOf(event), getRouterParam(event, 'secret') ?? '', now()),
)
