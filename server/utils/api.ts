import { getRouterParam, type H3Event } from 'h3'
import { issue } from '../../core/result'
import { check } from '../../shared/schemas/check'
import type { SchemaOf } from '../../shared/schemas/typed'
import { AppError } from '../services/AppError'
import type { Who } from '../services/Who'
import { MOST_BYTES, readBody } from './body'

/** The person of this request; the session middleware has let nobody else through. */
export function whoOf(event: H3Event): Who {
  const who = event.context.who as Who | undefined
  if (!who) throw new AppError('not-signed-in', 'Sign in first.')
  return who
}

/** The row that the path names. */
export const idOf = (event: H3Event): number => numberOf(event, 'id')

/** A whole number that the path names. */
export function numberOf(event: H3Event, name: string): number {
  const text = getRouterParam(event, name) ?? ''
  if (!/^[1-9]\d{0,9}$/.test(text))
    throw new AppError('unknown', 'There is nothing at this address.')
  return Number(text)
}

/** The JSON of a request as it was sent; never guessed at. */
async function jsonBody(event: H3Event, most: number): Promise<unknown> {
  const text = (await readBody(event, most)).toString('utf8')
  try {
    return JSON.parse(text) as unknown
  } catch {
    throw new AppError('invalid-input', 'The request is not JSON.', {
      issues: [issue('', 'not-json')],
    })
  }
}

/**
 * The body of a request, checked strictly against the schema that the form uses too.
 * @param most so many bytes of it are read at the most
 */
export async function bodyOf<T>(
  event: H3Event,
  schema: SchemaOf<T>,
  most: number = MOST_BYTES.json,
): Promise<T> {
  const checked = check(schema, await jsonBody(event, most))
  if (!checked.ok)
    throw new AppError('invalid-input', 'Some of this cannot be used as it stands.', {
      issues: checked.issues,
    })
  return checked.value
}
