import { defineEventHandler, setResponseHeader, type H3Event } from 'h3'
import type { Action } from '../../shared/rights'
import type { Problem } from '../../shared/types/exchange'
import { AppError } from '../services/AppError'
import { requireMay } from '../services/rights'
import { whoOf } from '../utils/api'
import { sendProblem } from '../utils/problem'

/**
 * Whatever is no route of the API is refused before a page could answer it: an address that there
 * is not, and one that does not take this method (RFC 9110, 15.5.5 and 15.5.6).
 */
export default defineEventHandler(async (event) => {
  const [path = ''] = event.path.split('?')
  if (!path.startsWith('/api/')) return
  const { ROUTE_PATTERNS } = await import('../utils/everyRoute')
  const here = ROUTE_PATTERNS.filter((one) => one.path.test(path))
  const methods = here.map(({ method }) => method)
  const asked = event.method === 'HEAD' ? 'GET' : event.method
  const route = here.find(({ method }) => method === asked)
  if (route) return refusal(event, route.action)
  if (methods.length === 0)
    return sendProblem(event, new AppError('unknown', 'There is nothing at this address.'))
  setResponseHeader(event, 'allow', methods.join(', '))
  return sendProblem(
    event,
    new AppError('wrong-method', `This address takes ${methods.join(' and ')} only.`),
  )
})

/** Refuses whoever has not the right that a route takes; whose the things are is the services' to ask. */
function refusal(event: H3Event, action: Action | null): Problem | undefined {
  if (action === null) return undefined
  try {
    requireMay(whoOf(event), action)
    return undefined
  } catch (error) {
    return sendProblem(event, error)
  }
}
