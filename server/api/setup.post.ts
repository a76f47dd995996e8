import { now } from '../clock'
import { setUpSchema } from '../../shared/schemas/house'
import { setUp } from '../services/setup/setup'
import { addressOf, isNear } from '../utils/addressOf'
import { api, bodyOf } from '../utils/api'
import { MOST_BYTES } from '../utils/body'
import { readDeviceCookie, writeCookies } from '../utils/sessionCookie'

export default api(async (event) => {
  const fields = await bodyOf(event, setUpSchema, MOST_BYTES.signIn)
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
})
