import { now } from '../../clock'
import { unpinPicture } from '../../services/pinned/pinned'
import { idOf, whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route({ action: 'change orders', summary: 'Take a pinned picture off' }, (event) =>
  unpinPicture(whoOf(event), idOf(event), now()),
)
