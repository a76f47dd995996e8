import { defineEventHandler } from 'h3'
import { now } from '../clock'
import { AppError } from '../services/AppError'
import { personOfToken } from '../services/people/auth'
import { sendProblem } from '../utils/problem'
import { readSessionCookie } from '../utils/sessionCookie'

/** Lets nobody without a session past; says who is asking to everything behind. */
export default defineEventHandler(async (event) => {
  const [path = ''] = event.path.split('?')
  if (!path.startsWith('/api/')) return
  const { ROUTE_PATTERNS } = await import('../utils/everyRoute')
  const isOpen = ROUTE_PATTERNS.some(
    (route) => route.isOpen && route.method === event.method && route.path.test(path),
  )
  if (isOpen) return
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
