import { randomUUID } from 'node:crypto'
import { defineEventHandler, setResponseHeader } from 'h3'
import { log } from '../utils/log'

/** Gives every request an id and one log line. */
export default defineEventHandler((event) => {
  const requestId = randomUUID()
  const startedAt = performance.now()
  event.context.requestId = requestId
  setResponseHeader(event, 'x-request-id', requestId)
  if (!event.path.startsWith('/api/')) return
  setResponseHeader(event, 'cache-control', 'no-store')
  const [path] = event.path.split('?')
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
