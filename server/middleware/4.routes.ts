import { defineEventHandler, setResponseHeader } from 'h3'
import { AppError } from '../services/AppError'
import { ROUTES } from '../services/service/openapi'
import { sendProblem } from '../utils/problem'

const NAMES = Object.keys(ROUTES).map((name) => {
  const [method = '', path = ''] = name.split(' ')
  return { method, path: new RegExp(`^${path.replace(/\{\w+\}/g, '[^/]+')}$`) }
})

/**
 * Whatever is no route of the API is refused before a page could answer it: an address that there
 * is not, and one that does not take this method (RFC 9110, 15.5.5 and 15.5.6).
 */
export default defineEventHandler((event) => {
  const [path = ''] = event.path.split('?')
  if (!path.startsWith('/api/')) return
  const methods = NAMES.filter((one) => one.path.test(path)).map(({ method }) => method)
  const asked = event.method === 'HEAD' ? 'GET' : event.method
  if (methods.includes(asked)) return
  if (methods.length === 0)
    return sendProblem(event, new AppError('unknown', 'There is nothing at this address.'))
  setResponseHeader(event, 'allow', methods.join(', '))
  return sendProblem(
    event,
    new AppError('wrong-method', `This address takes ${methods.join(' and ')} only.`),
  )
})
