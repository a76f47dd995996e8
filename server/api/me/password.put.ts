import { now } from '../../clock'
import { changePasswordSchema } from '../../../shared/schemas/people'
import { changePassword } from '../../services/people/access'
import { whoOf } from '../../utils/api'
import { route } from '../../utils/route'
import { MOST_BYTES } from '../../utils/body'
import { readSessionCookie } from '../../utils/sessionCookie'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'Change one’s own password; other sessions end',
    body: changePasswordSchema,
    most: MOST_BYTES.signIn,
  },
  async (event, body) => {
    const fields = body
    await changePassword(whoOf(event), readSessionCookie(event) ?? '', fields, now())
    return { changed: true }
  },
)
