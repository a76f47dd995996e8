import { listFinished } from '../../services/markets/finished'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'see prices',
    summary: 'Finished pieces that are nobody’s, with where they stand',
  },
  (event) => listFinished(whoOf(event)),
)
