import { now } from '../../clock'
import { workSchema } from '../../../shared/schemas/work'
import { tellWork } from '../../services/work/work'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'work on pieces',
    summary: 'Tell what hands did, or have begun, skipped or put off; sending twice is harmless',
    body: workSchema,
  },
  (event, { events, soItIs }) => tellWork(whoOf(event), events, now(), soItIs),
)
