import { now } from '../../clock'
import { recentReadings } from '../../services/climate/readings'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'see the workshop',
    summary: 'What was measured in rooms and heated boxes lately',
  },
  (event) => recentReadings(whoOf(event), now()),
)
