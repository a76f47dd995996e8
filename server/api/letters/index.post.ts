import { now } from '../../clock'
import { letterSchema } from '../../../shared/schemas/letters'
import { writeLetter } from '../../services/letters/letters'
import { api, bodyOf, whoOf } from '../../utils/api'

export default api(async (event) =>
  writeLetter(whoOf(event), await bodyOf(event, letterSchema), now()),
)
