import { defineEventHandler } from 'h3'
import { now } from '../clock'
import { AppError } from '../services/AppError'
import { personOfToken } from '../services/people/auth'
import { sendProblem } from '../utils/problem'
import { readSessionCookie } from '../utils/sessionCookie'

/**
 * Signing in, the health check, setting up the first workshop, and an invitation or a calendar
 * whose secret address one has are all that a stranger may reach.
 */
const OPEN = new Set(['POST /api/session', 'GET /api/health', 'GET /api/setup', 'POST /api/setup'])
const CALENDARS = '/api/calendar/'
const INVITATIONS = '/api/invitation/'

/** Lets nobody without a session past; says who is asking to everything behind. */
export default defineEventHandler(async (event) => {
  const [path = ''] = event.path.split('?')
  if (
    !path.startsWith('/api/') ||
    OPEN.has(`${event.method} ${path}`) ||
    path.startsWith(INVITATIONS) ||
    (event.method === 'GET' && path.startsWith(CALENDARS))
  )
    return
  try {
    const token = readSessionCookie(event)
    const found = token ? await personOfToken(token, now()) : null
    if (!found) return sendProblem(event, new AppError('not-signed-in', 'Sign in first.'))
    event.context.who = found.who
    event.context.person = found.person
  } catch (error) {
    return sendProblem(event, error)
  }
})
