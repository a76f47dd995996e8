import { getPieceLog } from '../../../services/pieces/pieces'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route({ action: 'see pieces', summary: 'The log of a piece' }, (event) =>
  getPieceLog(whoOf(event), idOf(event)),
)
