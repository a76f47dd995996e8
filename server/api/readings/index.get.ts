import { now } from '../../clock'
import { recentReadings } from '../../services/climate/readings'
import { api, whoOf } from '../../utils/api'

export default api((event) => recentReadings(whoOf(event), now()))
