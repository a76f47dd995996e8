import { now } from '../clock'
import { signInSchema } from '../../shared/schemas/people'
import { signIn } from '../services/people/auth'
import { api, bodyOf } from '../utils/api'
import { MOST_BYTES } from '../utils/body'
import { addressOf } from '../utils/addressOf'
import { readDeviceCookie, writeCookies } from '../utils/sessionCookie'

export default api(async (event) => {
  const body = await bodyOf(event, signInSchema, MOST_BYTES.signIn)
  const from = { address: addressOf(event), device: readDeviceCookie(event) ?? null }
  const { person, ...cookies } = await signIn(body.signIn, body.password, from, now(), body.code)
  writeCookies(event, cookies)
  return person
})
