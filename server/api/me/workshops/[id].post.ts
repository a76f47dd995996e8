import { now } from '../../../clock'
import { nothingSchema } from '../../../../shared/schemas/fields'
import { switchTo } from '../../../services/workshops/workshops'
import { idOf, whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'
import { readSessionCookie, writeSessionCookie } from '../../../utils/sessionCookie'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'Go on in another of one’s workshops',
    body: nothingSchema,
  },
  async (event) => {
    const here = readSessionCookie(event) ?? ''
    const { token, person } = await switchTo(whoOf(event), idOf(event), here, now())
    writeSessionCookie(event, token)
    return person
  },
)
