import { openPots } from '../../services/pots/pots'
import { api, whoOf } from '../../utils/api'

export default api((event) => openPots(whoOf(event)))
