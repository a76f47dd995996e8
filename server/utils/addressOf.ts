import { getRequestHeader, type H3Event } from 'h3'

/** So many reverse proxies stand before the server, each of which adds who asked it. */
const proxies = (): number => Math.max(0, Math.floor(Number(process.env.VELVET_PROXIES ?? 0)) || 0)

/**
 * Where a request comes from: what the outermost of the trusted proxies saw. What a client writes
 * into the header itself stands further left and is not believed.
 */
export function addressOf(event: H3Event): string {
  const seen = event.node.req.socket.remoteAddress ?? ''
  const trusted = proxies()
  if (trusted === 0) return seen
  const told = (getRequestHeader(event, 'x-forwarded-for') ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '')
  return told.at(-trusted) ?? seen
}

const LOOPBACK = /^(127\.|::1$|::ffff:127\.)/

/**
 * Whether whoever asks sits at this very machine. What came through a proxy, trusted or not, did
 * not.
 */
export const isNear = (event: H3Event): boolean =>
  LOOPBACK.test(event.node.req.socket.remoteAddress ?? '') &&
  getRequestHeader(event, 'x-forwarded-for') === undefined &&
  getRequestHeader(event, 'forwarded') === undefined

/** Whether the browser speaks to us over https, by ourselves or by a trusted proxy's word. */
export function isHttps(event: H3Event): boolean {
  const { socket } = event.node.req
  if ('encrypted' in socket && socket.encrypted === true) return true
  return proxies() > 0 && getRequestHeader(event, 'x-forwarded-proto') === 'https'
}
