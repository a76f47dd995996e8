import { now } from '../clock'
import { signInSchema } from '../../shared/schemas/people'
import { signIn } from '../services/people/auth'
import { route } from '../utils/route'
import { MOST_BYTES } from '../utils/body'
import { addressOf } from '../utils/addressOf'
import { readDeviceCookie, writeCookies } from '../utils/sessionCookie'

export default route(
  {
    action: null,
    isOpen: true,
    summary: 'Sign in',
    body: signInSchema,
    most: MOST_BYTES.signIn,
  },
  async (event, body) => {
    const from = { address: addressOf(event), device: readDeviceCookie(event) ?? null }
    const { person, ...cookies } = await signIn(body.signIn, body.password, from, now(), body.code)
    writeCookies(event, cookies)
    return person
  },
)
