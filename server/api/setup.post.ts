import { now } from '../clock'
import { setUpSchema } from '../../shared/schemas/house'
import { setUp } from '../services/setup/setup'
import { addressOf, isNear } from '../utils/addressOf'
import { route } from '../utils/route'
import { MOST_BYTES } from '../utils/body'
import { readDeviceCookie, writeCookies } from '../utils/sessionCookie'

export default route(
  {
    action: null,
    isOpen: true,
    summary: 'Set up the first workshop with its manager, once',
    body: setUpSchema,
    most: MOST_BYTES.signIn,
  },
  async (event, body) => {
    const fields = body
    const { person, ...cookies } = await setUp(
      fields,
      {
        isNear: isNear(event),
        code: process.env.VELVET_SETUP_CODE || null,
        from: { address: addressOf(event), device: readDeviceCookie(event) ?? null },
      },
      now(),
    )
    writeCookies(event, cookies)
    return person
  },
)
