import { touchedResin } from '../../../services/resins/touched'
import { api, idOf, whoOf } from '../../../utils/api'

export default api((event) => touchedResin(whoOf(event), idOf(event)))
