import type { Person } from '../../shared/types/people'
import { route } from '../utils/route'

export default route(
  { action: null, summary: 'Who is signed in' },
  (event) => event.context.person as Person,
)
