import { getRunView } from '../../../services/runs/runs'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route({ action: 'see runs', summary: 'A run with its log' }, (event) =>
  getRunView(whoOf(event), idOf(event)),
)
