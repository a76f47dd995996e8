import { getWorkshop } from '../../services/workshop/workshop'
import { api, whoOf } from '../../utils/api'

export default api((event) => getWorkshop(whoOf(event)))
