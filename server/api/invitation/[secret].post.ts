import { getRouterParam } from 'h3'
import { now } from '../../clock'
import { invitedSchema } from '../../../shared/schemas/people'
import { acceptInvitation } from '../../services/people/access'
import { addressOf } from '../../utils/addressOf'
import { route } from '../../utils/route'
import { MOST_BYTES } from '../../utils/body'
import { readDeviceCookie, writeCookies } from '../../utils/sessionCookie'

export default route(
  {
    action: null,
    isOpen: true,
    summary: 'Choose a password and come in, once',
    body: invitedSchema,
    most: MOST_BYTES.signIn,
  },
  async (event, body) => {
    const { password } = body
    const { person, ...cookies } = await acceptInvitation(
      getRouterParam(event, 'secret') ?? '',
      password,
      { address: addressOf(event), device: readDeviceCookie(event) ?? null },
      now(),
    )
    writeCookies(event, cookies)
    return person
  },
)
