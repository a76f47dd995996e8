import {
  array,
  boolean,
  mixed,
  number,
  object,
  setLocale,
  string,
  ValidationError,
  type AnyObject,
  type InferType,
  type ISchema,
  type ObjectShape,
  type Schema,
} from 'yup'
import { DateTime } from 'luxon'
import type { SchemaOf } from './typed'

/**
 * Messages name what would be right; the field's path travels beside them, so they do not repeat
 * it.
 */
setLocale({
  mixed: {
    default: 'is not valid',
    required: 'is missing',
    notNull: 'must not be empty',
    oneOf: 'must be one of: ${values}',
    notType: ({ type }: { type: string }) => `must be a ${type}`,
  },
  number: {
    min: 'must be at least ${min}',
    max: 'must be at most ${max}',
    moreThan: 'must be greater than ${more}',
    lessThan: 'must be less than ${less}',
    integer: 'must be a whole number',
  },
  string: {
    min: 'needs at least ${min} characters',
    max: 'must have at most ${max} characters',
    matches: 'is not written as expected',
  },
  array: { min: 'needs at least ${min} entries', max: 'must have at most ${max} entries' },
})

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** A JSON number: finite, and no text that looks like one. */
export const num = () =>
  number()
    .strict()
    .test(
      'finite',
      'must be a finite number',
      (value) => value === undefined || value === null || Number.isFinite(value),
    )
export const positive = () => num().moreThan(0)
export const notNegative = () => num().min(0)
export const whole = () => num().integer()
export const flag = () => boolean().strict()
export const text = (most = 200) => string().strict().max(most)
/** A key that a sender made up for what it sends. */
export const uuid = () =>
  text(36).matches(
    /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/,
    'must be a UUID',
  )
/** Words that the application put together itself: as long as what they list. */
export const told = () => text(1_000_000).defined('is missing')
/** A name that somebody must be able to read back: not empty, not only blanks. */
export const named = (most = 120) =>
  text(most)
    .required('must not be empty')
    .test('blank', 'must not be empty', (value) => value === undefined || value.trim() !== '')
export const oneOf = <T extends string>(values: readonly T[]) =>
  string<T>()
    .strict()
    .oneOf([...values])
/** A decimal sum of money as text, not negative. */
export const money = () =>
  text(40).matches(/^\d{1,15}(\.\d{1,12})?$/, 'must be a decimal number as text, such as "12.50"')

/** The same where it stands in a row, which does not tell it to everybody; whoever writes it knows it. */
export const price = () =>
  money()
    .nullable()
    .defined('is missing')
    .test('known', 'is missing', (value) => value !== null)

/** An object with exactly these fields; each unknown field is its own error, at its own path. */
export function exact<S extends ObjectShape>(fields: S) {
  return object(fields)
    .strict()
    .default(undefined)
    .optional()
    .test('unknown-fields', (value: AnyObject | undefined, context) => {
      const unknown = isRecord(value)
        ? Object.keys(value).filter((key) => !Object.hasOwn(fields, key))
        : []
      if (unknown.length === 0) return true
      const at = (key: string) => (context.path ? `${context.path}.${key}` : key)
      return new ValidationError(
        unknown.map((key) => context.createError({ path: at(key), message: 'is not known here' })),
      )
    })
}

/** Refuses the whole object unless exactly one of these fields is given. */
export const exactlyOne =
  (...names: string[]) =>
  (value: AnyObject | undefined | null): boolean =>
    !isRecord(value) || names.filter((name) => value[name] !== undefined).length === 1

export const list = <T>(of: ISchema<T>) => array().strict().of(of)

/** How long something is searched for: in milliseconds, or in iterations. */
export const searchLimit = () =>
  exact({ ms: num().min(0), iterations: whole().min(1) })
    .nullable()
    .test(
      'one',
      'needs either ms or iterations',
      (value) => value === undefined || value === null || exactlyOne('ms', 'iterations')(value),
    )

/** A list of things of which no two have the same id. */
export const listOfOwn = <T extends { id: string }>(of: ISchema<T>) =>
  list(of).test('ids', function (value) {
    const ids = (value ?? []).map((one) => (one as T | null | undefined)?.id)
    const twice = ids.findIndex((id, i) => ids.indexOf(id) < i)
    return (
      twice < 0 || this.createError({ path: `${this.path}[${twice}].id`, message: 'stands twice' })
    )
  })

/** An object with any names, each value checked by the same schema. */
export const byName = (of: Schema<unknown>) =>
  mixed<Record<string, number>>()
    .test('record', 'must be an object', (value) => value === undefined || isRecord(value))
    .test('values', (value, context) => {
      if (!isRecord(value)) return true
      const errors = Object.entries(value).flatMap(([key, entry]) => {
        const message = firstMessage(of, entry)
        return message === null
          ? []
          : [context.createError({ path: `${context.path}.${key}`, message })]
      })
      return errors.length === 0 || new ValidationError(errors)
    })

function firstMessage(schema: Schema<unknown>, value: unknown): string | null {
  try {
    schema.validateSync(value, { strict: true })
    return null
  } catch (error) {
    if (error instanceof ValidationError) return error.message
    throw error
  }
}

/** The key of a row. */
export const id = () => whole().min(1)

/** An instant as ISO 8601 in UTC, as in `2026-03-01T09:30:00.000Z`. */
export const instant = () =>
  text(40)
    .matches(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{3})?)?Z$/, 'must be a date and a time')
    .test('real', 'is not a real date', (value) => !value || !Number.isNaN(Date.parse(value)))
const FIRST_MS = Date.UTC(2000, 0, 1)
const LAST_MS = Date.UTC(2100, 0, 1)
const BOUNDS = 'must lie between 2000 and 2100'
/** An instant that somebody gives; what is kept already is read by `instant`, whatever it is. */
export const givenInstant = () =>
  instant().test('years', BOUNDS, (value) => {
    const ms = Date.parse(value ?? '')
    return Number.isNaN(ms) || (ms >= FIRST_MS && ms < LAST_MS)
  })
/** The same in milliseconds since 1970. */
export const givenInstantMs = () => whole().min(FIRST_MS, BOUNDS).lessThan(LAST_MS, BOUNDS)
/** A day of the calendar as YYYY-MM-DD. */
export const date = () =>
  text(10)
    .matches(/^\d{4}-\d{2}-\d{2}$/, 'must be a day')
    .test('real', 'must be a real day', (value) => !value || DateTime.fromISO(value).isValid)
/** A last day, of a first that stands beside it as `from`. */
export const lastDay = () =>
  date()
    .required()
    .test('later', 'must not be before the first day', function (value) {
      const { from } = this.parent as { from?: unknown }
      return typeof value !== 'string' || typeof from !== 'string' || value >= from
    })
/** The key of a row that may be new: 0 until it is kept. */
export const optionalId = () => whole().min(0)
/** The version of a row that was read. */
export const version = () => whole().required().min(1)

/** What a request carries: an object with exactly these fields. */
export function body<S extends ObjectShape>(fields: S) {
  const schema = exact(fields).required()
  return schema as unknown as SchemaOf<InferType<typeof schema>>
}

/** A request that says nothing but its address. */
export const nothingSchema = body({})
