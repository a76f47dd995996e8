import { nothingSchema } from '../../../../shared/schemas/fields'
import { newSecondFactor } from '../../../services/people/secondFactor'
import { api, bodyOf, whoOf } from '../../../utils/api'

export default api(async (event) => {
  await bodyOf(event, nothingSchema)
  return newSecondFactor(whoOf(event))
})
