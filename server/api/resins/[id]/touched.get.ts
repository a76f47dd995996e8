import { touchedResin } from '../../../services/resins/touched'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see the stores',
    summary: 'How a resin’s own clock goes, by what fingers found',
  },
  (event) => touchedResin(whoOf(event), idOf(event)),
)
