import { now } from '../../../clock'
import { pinPicture } from '../../../services/pinned/pinned'
import { api, idOf, whoOf } from '../../../utils/api'
import { readUpload } from '../../../utils/body'

/** The picture itself is the body; what it is gets decided by its content. */
export default api(async (event) =>
  pinPicture(whoOf(event), { recipeId: idOf(event) }, await readUpload(event), now()),
)
