import { AppError } from '../services/AppError'
import { api } from '../utils/api'

/** Whatever no other route answers. */
export default api(() => {
  throw new AppError('unknown', 'There is nothing at this address.')
})
