import type { Person } from '../../shared/types/people'
import { api } from '../utils/api'

export default api((event) => event.context.person as Person)
