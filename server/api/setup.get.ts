import { setUpState } from '../services/setup/setup'
import { isNear } from '../utils/addressOf'
import { api } from '../utils/api'

export default api((event) => setUpState(isNear(event)))
