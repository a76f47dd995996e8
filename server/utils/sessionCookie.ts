import { deleteCookie, getCookie, setCookie, type H3Event } from 'h3'
import { DEVICE_DAYS, SESSION_DAYS } from '../services/people/auth'
import { isHttps } from './addressOf'

const NAME = 'velvet_session'
/** Says that somebody has signed in at this device before; it opens nothing by itself. */
const DEVICE = 'velvet_device'
const S_PER_DAY = 86_400

export const readSessionCookie = (event: H3Event): string | undefined => getCookie(event, NAME)
export const readDeviceCookie = (event: H3Event): string | undefined => getCookie(event, DEVICE)

const options = (event: H3Event) =>
  ({ httpOnly: true, sameSite: 'strict', secure: isHttps(event), path: '/' }) as const

export const writeSessionCookie = (event: H3Event, token: string): void =>
  setCookie(event, NAME, token, { ...options(event), maxAge: SESSION_DAYS * S_PER_DAY })

export function writeCookies(
  event: H3Event,
  { token, device }: { token: string; device: string },
): void {
  writeSessionCookie(event, token)
  setCookie(event, DEVICE, device, { ...options(event), maxAge: DEVICE_DAYS * S_PER_DAY })
}

export const clearSessionCookie = (event: H3Event): void => deleteCookie(event, NAME, { path: '/' })
