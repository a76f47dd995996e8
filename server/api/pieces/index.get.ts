import { listLying } from '../../services/pieces/pieces'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  { action: 'see the racks', summary: 'What lies where, and what opens when' },
  (event) => listLying(whoOf(event)),
)
