import { now } from '../../clock'
import { unpinPicture } from '../../services/pinned/pinned'
import { api, idOf, whoOf } from '../../utils/api'

export default api((event) => unpinPicture(whoOf(event), idOf(event), now()))
