import { signOut } from '../services/people/auth'
import { api } from '../utils/api'
import { clearSessionCookie, readSessionCookie } from '../utils/sessionCookie'

export default api(async (event) => {
  await signOut(readSessionCookie(event) ?? '')
  clearSessionCookie(event)
  return { signedOut: true }
})
