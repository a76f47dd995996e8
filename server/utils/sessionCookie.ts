import { deleteCookie, getCookie, getRequestProtocol, setCookie, type H3Event } from 'h3'
import { SESSION_DAYS } from '../services/people/auth'

const NAME = 'velvet_session'

export const readSessionCookie = (event: H3Event): string | undefined => getCookie(event, NAME)

export function writeSessionCookie(event: H3Event, token: string): void {
  setCookie(event, NAME, token, {
    httpOnly: true,
    sameSite: 'strict',
    secure: getRequestProtocol(event) === 'https',
    path: '/',
    maxAge: SESSION_DAYS * 86_400,
  })
}

export const clearSessionCookie = (event: H3Event): void => deleteCookie(event, NAME, { path: '/' })
