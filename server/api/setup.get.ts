import { setUpState } from '../services/setup/setup'
import { isNear } from '../utils/addressOf'
import { route } from '../utils/route'

export default route(
  {
    action: null,
    isOpen: true,
    summary: 'Whether the first workshop is still to be set up',
  },
  (event) => setUpState(isNear(event)),
)
