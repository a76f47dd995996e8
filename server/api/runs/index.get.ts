import { openRuns } from '../../services/runs/runs'
import { api, whoOf } from '../../utils/api'

export default api((event) => openRuns(whoOf(event)))
