import { signOut } from '../services/people/auth'
import { route } from '../utils/route'
import { clearSessionCookie, readSessionCookie } from '../utils/sessionCookie'

export default route({ action: null, summary: 'Sign out' }, async (event) => {
  await signOut(readSessionCookie(event) ?? '')
  clearSessionCookie(event)
  return { signedOut: true }
})
