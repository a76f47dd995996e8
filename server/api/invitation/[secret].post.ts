import { getRouterParam } from 'h3'
import { now } from '../../clock'
import { invitedSchema } from '../../../shared/schemas/people'
import { acceptInvitation } from '../../services/people/access'
import { addressOf } from '../../utils/addressOf'
import { api, bodyOf } from '../../utils/api'
import { MOST_BYTES } from '../../utils/body'
import { readDeviceCookie, writeCookies } from '../../utils/sessionCookie'

export default api(async (event) => {
  const { password } = await bodyOf(event, invitedSchema, MOST_BYTES.signIn)
  const { person, ...cookies } = await acceptInvitation(
    getRouterParam(event, 'secret') ?? '',
    password,
    { address: addressOf(event), device: readDeviceCookie(event) ?? null },
    now(),
  )
  writeCookies(event, cookies)
  return person
})
