import { now } from '../../../clock'
import { secondFactorSchema } from '../../../../shared/schemas/people'
import { turnOn } from '../../../services/people/secondFactor'
import { api, bodyOf, whoOf } from '../../../utils/api'
import { MOST_BYTES } from '../../../utils/body'

export default api(async (event) =>
  turnOn(whoOf(event), await bodyOf(event, secondFactorSchema, MOST_BYTES.signIn), now()),
)
