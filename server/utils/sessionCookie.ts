import { deleteCookie, getCookie, setCookie, type H3Event } from 'h3'
import { DEVICE_DAYS, SESSION_DAYS } from '../services/people/auth'
import { isHttps } from './addressOf'

const NAME = 'velvet_session'
/** Says that somebody has signed in at this device before; it opens nothing by itself. */
const DEVICE = 'velvet_device'
const S_PER_DAY = 86_400

export const readSessionCookie = (event: H3Event): string | undefined => getCookie(event, NAME)
export const readDeviceCookie = (event: H3Event): string | undefined => getCookie(event, DEVICE)

export function writeCookies(
  event: H3Event,
  { token, device }: { token: string; device: string },
): void {
  const options = {
    httpOnly: true,
    sameSite: 'strict',
    secure: isHttps(event),
    path: '/',
  } as const
  setCookie(event, NAME, token, { ...options, maxAge: SESSION_DAYS * S_PER_DAY })
  setCookie(event, DEVICE, device, { ...options, maxAge: DEVICE_DAYS * S_PER_DAY })
}

export const clearSessionCookie = (event: H3Event): void => deleteCookie(event, NAME, { path: '/' })
