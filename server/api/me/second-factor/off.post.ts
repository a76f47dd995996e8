import { setResponseStatus } from 'h3'
import { now } from '../../../clock'
import { ownPasswordSchema } from '../../../../shared/schemas/people'
import { turnOff } from '../../../services/people/secondFactor'
import { api, bodyOf, whoOf } from '../../../utils/api'
import { MOST_BYTES } from '../../../utils/body'

export default api(async (event) => {
  const { password } = await bodyOf(event, ownPasswordSchema, MOST_BYTES.signIn)
  await turnOff(whoOf(event), password, now())
  setResponseStatus(event, 204)
})
