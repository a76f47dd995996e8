import { now } from '../../clock'
import { startRunSchema } from '../../../shared/schemas/runs'
import { startRun } from '../../services/runs/runs'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'pour pots',
    summary: 'Begin the run of a pot',
    body: startRunSchema,
  },
  (event, { potId, measure, soItIs }) => startRun(whoOf(event), potId, measure, now(), soItIs),
)
