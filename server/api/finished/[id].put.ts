import { finishedSchema } from '../../../shared/schemas/markets'
import { now } from '../../clock'
import { saveFinished } from '../../services/markets/finished'
import { idOf, whoOf } from '../../utils/api'
import { route } from '../../utils/route'

export default route(
  {
    action: 'change prices',
    summary: 'Where the finished pieces of a recipe stand, and what is asked for one',
    body: finishedSchema,
  },
  (event, body) => saveFinished(whoOf(event), idOf(event), body, now()),
)
