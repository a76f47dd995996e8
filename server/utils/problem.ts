import { setResponseHeader, setResponseStatus, type H3Event } from 'h3'
import { said } from '../../shared/words'
import type { Problem } from '../../shared/types/exchange'
import { AppError, type AppErrorCode } from '../services/AppError'
import { log } from './log'

const STATUS: Partial<Record<AppErrorCode, number>> = {
  'not-signed-in': 401,
  'wrong-password': 401,
  forbidden: 403,
  unknown: 404,
  'wrong-method': 405,
  'unknown-operation': 404,
  conflict: 409,
  'say-so': 409,
  'too-large': 413,
  'not-an-image': 415,
  'too-many-tries': 429,
  busy: 503,
  'outcome-unknown': 503,
}
/** A request that was understood and cannot be carried out. */
const REFUSED = 422

/** The one place that maps a code to an HTTP status. */
export const statusOf = (code: AppErrorCode): number => STATUS[code] ?? REFUSED

/**
 * Answers with `application/problem+json` (RFC 9457); what is not an AppError is our bug and stays
 * in the log.
 */
export function sendProblem(event: H3Event, error: unknown): Problem {
  const known = error instanceof AppError ? error : null
  const status = known ? statusOf(known.code) : 500
  const requestId = String(event.context.requestId ?? '')
  if (!known) log.error({ requestId, err: error }, 'request failed')
  setResponseStatus(event, status)
  setResponseHeader(event, 'content-type', 'application/problem+json')
  if (known?.details.retryAfterS !== undefined)
    setResponseHeader(event, 'retry-after', known.details.retryAfterS)
  return {
    type: 'about:blank',
    title:
      known?.message ??
      (event.method === 'GET'
        ? 'Something went wrong on our side; try again, and tell the manager if it stays.'
        : 'Something went wrong on our side. Look whether it was saved before you try again, and tell the manager if it stays.'),
    status,
    code: known?.code ?? 'failed',
    issues: (known?.details.issues ?? []).map((wrong) => said(wrong)),
    ...(known?.details.current !== undefined && { current: known.details.current }),
    requestId,
  }
}
