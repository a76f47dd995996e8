import { spareSchema } from '../../../../shared/schemas/pieces'
import { now } from '../../../clock'
import { makeMore } from '../../../services/pieces/pieces'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'change orders',
    summary: 'Make more of the same beside what is made again',
    body: spareSchema,
  },
  (event, { more }) => makeMore(whoOf(event), idOf(event), more, now()),
)
