import { now } from '../../../clock'
import { nothingSchema } from '../../../../shared/schemas/fields'
import { switchTo } from '../../../services/workshops/workshops'
import { api, bodyOf, idOf, whoOf } from '../../../utils/api'
import { readSessionCookie, writeSessionCookie } from '../../../utils/sessionCookie'

export default api(async (event) => {
  await bodyOf(event, nothingSchema)
  const here = readSessionCookie(event) ?? ''
  const { token, person } = await switchTo(whoOf(event), idOf(event), here, now())
  writeSessionCookie(event, token)
  return person
})
