import { readingSchema } from '../../../shared/schemas/climate'
import { now } from '../../clock'
import { noteReading } from '../../services/climate/readings'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'measure',
    summary: 'Note a temperature that was read',
    body: readingSchema,
  },
  (event, body) => noteReading(whoOf(event), body, now()),
)
