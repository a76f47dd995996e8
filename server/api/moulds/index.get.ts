import { listMoulds } from '../../services/moulds/moulds'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'see the stores',
    summary: 'All moulds with their inside, as far as it has been sized',
  },
  (event) => listMoulds(whoOf(event)),
)
