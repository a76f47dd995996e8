import { now } from '../../../clock'
import { runEventsSchema } from '../../../../shared/schemas/runs'
import { addRunEvents } from '../../../services/runs/runs'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'

export default route(
  {
    action: 'pour pots',
    summary: 'Add to the log of a run; sending twice is harmless',
    body: runEventsSchema,
  },
  (event, { events }) => addRunEvents(whoOf(event), idOf(event), events, now()),
)
