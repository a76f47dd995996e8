import { finishedSchema } from '../../../shared/schemas/markets'
import { now } from '../../clock'
import { saveFinished } from '../../services/markets/finished'
import { api, bodyOf, idOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  saveFinished(whoOf(event), idOf(event), await bodyOf(event, finishedSchema), now()),
)
