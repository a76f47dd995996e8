import { randomUUID } from 'node:crypto'
import { defineEventHandler, setResponseHeader } from 'h3'
import { isHttps } from '../utils/addressOf'
import { log } from '../utils/log'

/** A year; the browser then comes over https only. */
const HSTS = 'max-age=31536000'
const SECRET = ['/api/calendar/', '/api/invitation/']
/** Who knows the address of a calendar or an invitation can use it, so it stands in no log. */
function withoutSecret(path: string): string {
  const before = SECRET.find((one) => path.startsWith(one))
  return before ? `${before}…` : path
}

/** Gives every request an id and one log line. */
export default defineEventHandler((event) => {
  const requestId = randomUUID()
  const startedAt = performance.now()
  event.context.requestId = requestId
  setResponseHeader(event, 'x-request-id', requestId)
  if (isHttps(event)) setResponseHeader(event, 'strict-transport-security', HSTS)
  if (!event.path.startsWith('/api/')) return
  setResponseHeader(event, 'cache-control', 'no-store')
  const path = withoutSecret(event.path.split('?')[0] ?? '')
  event.node.res.once('finish', () => {
    log.info(
      {
        requestId,
        method: event.method,
        path,
        status: event.node.res.statusCode,
        ms: Math.round(performance.now() - startedAt),
      },
      'request',
    )
  })
})
