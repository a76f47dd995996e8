import { now } from '../../clock'
import { measureChoiceSchema } from '../../../shared/schemas/people'
import { chooseMeasure } from '../../services/people/auth'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  chooseMeasure(whoOf(event), await bodyOf(event, measureChoiceSchema), now()),
)
