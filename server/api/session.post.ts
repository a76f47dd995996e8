import { getRequestIP } from 'h3'
import { now } from '../clock'
import { signInSchema } from '../../shared/schemas/people'
import { signIn } from '../services/people/auth'
import { api, bodyOf } from '../utils/api'
import { writeSessionCookie } from '../utils/sessionCookie'

export default api(async (event) => {
  const body = await bodyOf(event, signInSchema)
  const { token, person } = await signIn(
    body.signIn,
    body.password,
    getRequestIP(event) ?? '',
    now(),
  )
  writeSessionCookie(event, token)
  return person
})
