import { getWorkshop } from '../services/workshop'
import { api, whoOf } from '../utils/api'

export default api((event) => getWorkshop(whoOf(event)))
