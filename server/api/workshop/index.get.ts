import { getWorkshop } from '../../services/workshop/workshop'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'see the workshop',
    summary: 'House rules, people, places, moulds and pigments',
  },
  (event) => getWorkshop(whoOf(event)),
)
