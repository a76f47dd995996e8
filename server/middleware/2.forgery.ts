import { defineEventHandler, getRequestHeader } from 'h3'
import { AppError } from '../services/AppError'
import { sendProblem } from '../utils/problem'

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])

/**
 * Refuses changes that another site asks for: by fetch metadata, and by origin where a browser
 * sends no metadata.
 * Source: OWASP, cross-site request forgery prevention (fetch metadata with origin fallback); the
 * session cookie is SameSite=Strict besides.
 */
export default defineEventHandler((event) => {
  if (SAFE.has(event.method)) return
  const site = getRequestHeader(event, 'sec-fetch-site')
  const origin = getRequestHeader(event, 'origin')
  const host = getRequestHeader(event, 'host')
  const crossSite = site !== undefined && site !== 'same-origin' && site !== 'none'
  const foreign = origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== host)
  if (crossSite || foreign)
    return sendProblem(
      event,
      new AppError('forbidden', 'This change was asked for by another site and was refused.'),
    )
})
