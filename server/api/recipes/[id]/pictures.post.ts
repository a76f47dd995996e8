import { now } from '../../../clock'
import { pinPicture } from '../../../services/pinned/pinned'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'
import { readUpload } from '../../../utils/body'

/** The picture itself is the body; what it is gets decided by its content. */
export default route(
  {
    action: 'write recipes',
    summary: 'Pin a picture to a recipe',
    sends: 'image/*',
  },
  async (event) =>
    pinPicture(whoOf(event), { recipeId: idOf(event) }, await readUpload(event), now()),
)
