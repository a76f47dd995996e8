import { now } from '../../clock'
import { changePasswordSchema } from '../../../shared/schemas/people'
import { changePassword } from '../../services/people/access'
import { api, bodyOf, whoOf } from '../../utils/api'
import { MOST_BYTES } from '../../utils/body'
import { readSessionCookie } from '../../utils/sessionCookie'

export default api(async (event) => {
  const fields = await bodyOf(event, changePasswordSchema, MOST_BYTES.signIn)
  await changePassword(whoOf(event), readSessionCookie(event) ?? '', fields, now())
  return { changed: true }
})
