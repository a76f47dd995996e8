import { listResins } from '../../services/resins/resins'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route({ action: 'see the stores', summary: 'All resins' }, (event) =>
  listResins(whoOf(event)),
)
