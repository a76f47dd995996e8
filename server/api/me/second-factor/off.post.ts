import { setResponseStatus } from 'h3'
import { now } from '../../../clock'
import { ownPasswordSchema } from '../../../../shared/schemas/people'
import { turnOff } from '../../../services/people/secondFactor'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'
import { MOST_BYTES } from '../../../utils/body'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'Do without a second factor',
    body: ownPasswordSchema,
    most: MOST_BYTES.signIn,
  },
  async (event, body) => {
    const { password } = body
    await turnOff(whoOf(event), password, now())
    setResponseStatus(event, 204)
  },
)
