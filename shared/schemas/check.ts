import { ValidationError } from 'yup'
import { answer, invalid, issue, refuse, type Issue, type Result } from '../../core/result'
import type { SchemaOf } from './typed'

/**
 * Checks a value from outside against a schema: strictly, finding everything that is wrong at once.
 * @returns the value, typed, or `invalid-input` with one issue a field
 */
export function check<T>(schema: SchemaOf<T>, value: unknown): Result<T> {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) {
    return invalid('', 'field', { sentence: 'must be a JSON object' })
  }
  return checkAny(schema, value)
}

/** The same for what need not be an object, as a column that holds a list. */
export function checkAny<T>(schema: SchemaOf<T>, value: unknown): Result<T> {
  try {
    return answer(schema.validateSync(value, { strict: true, abortEarly: false }))
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    return refuse('invalid-input', ...issuesOf(error))
  }
}

/** The first complaint of each field, since the later ones only follow from it. */
function issuesOf(error: ValidationError): Issue[] {
  const all =
    error.inner.length > 0
      ? error.inner.flatMap((inner) => issuesOf(inner))
      : [issue(error.path ?? '', 'field', { sentence: error.message })]
  return all.filter((issue, i) => all.findIndex((other) => other.path === issue.path) === i)
}
