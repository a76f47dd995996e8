import { listOwnWorkshops } from '../../../services/workshops/workshops'
import { api, whoOf } from '../../../utils/api'

export default api((event) => listOwnWorkshops(whoOf(event)))
