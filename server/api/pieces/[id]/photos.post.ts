import { now } from '../../../clock'
import { photographPiece } from '../../../services/pieces/pieces'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'
import { readUpload } from '../../../utils/body'

/** The picture itself is the body; what it is gets decided by its content. */
export default route(
  {
    action: 'work on pieces',
    summary: 'Photograph a piece',
    sends: 'image/*',
  },
  async (event) => photographPiece(whoOf(event), idOf(event), await readUpload(event), now()),
)
