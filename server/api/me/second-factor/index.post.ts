import { now } from '../../../clock'
import { secondFactorSchema } from '../../../../shared/schemas/people'
import { turnOn } from '../../../services/people/secondFactor'
import { whoOf } from '../../../utils/api'
import { route } from '../../../utils/route'
import { MOST_BYTES } from '../../../utils/body'

export default route(
  {
    action: 'choose own units and measure',
    summary: 'Sign in with a second factor from here on (RFC 6238); answers with spare codes',
    body: secondFactorSchema,
    most: MOST_BYTES.signIn,
  },
  (event, body) => turnOn(whoOf(event), body, now()),
)
