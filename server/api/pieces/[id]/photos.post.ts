import { now } from '../../../clock'
import { photographPiece } from '../../../services/pieces/pieces'
import { api, idOf, whoOf } from '../../../utils/api'
import { readUpload } from '../../../utils/body'

/** The picture itself is the body; what it is gets decided by its content. */
export default api(async (event) =>
  photographPiece(whoOf(event), idOf(event), await readUpload(event), now()),
)
