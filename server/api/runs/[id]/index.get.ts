import { getRunView } from '../../../services/runs/runs'
import { api, idOf, whoOf } from '../../../utils/api'

export default api((event) => getRunView(whoOf(event), idOf(event)))
