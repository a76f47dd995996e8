import { pieceCure } from '../../../services/pieces/pieces'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'see pieces',
    summary: 'The temperatures a piece meets, and what fingers found on it',
  },
  (event) => pieceCure(whoOf(event), idOf(event)),
)
