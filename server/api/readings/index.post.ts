import { readingSchema } from '../../../shared/schemas/climate'
import { now } from '../../clock'
import { noteReading } from '../../services/climate/readings'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  noteReading(whoOf(event), await bodyOf(event, readingSchema), now()),
)
