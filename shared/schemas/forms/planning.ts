import type { Schema } from 'yup'
import { FEEDS, type FeedName } from '../../types/calendars'
import type { TimeSpan } from '../../types/planTerms'
import { ASK_KINDS, type PlanAsk, type Supposition } from '../../types/proposals'
import { exact, list, oneOf, text, whole } from '../fields'
import { id, instant } from './rows'

const MS_PER_HOUR = 3_600_000
/** Nobody stays longer than this beyond the shifts of one day, and no box runs on. */
const LONGEST_EXTRA_MS = 16 * MS_PER_HOUR

const laterThanFrom = (fromAt: unknown, toAt: unknown) =>
  typeof fromAt !== 'string' || typeof toAt !== 'string' || fromAt < toAt

const isWithinDay = (value: TimeSpan | undefined) =>
  !value || Date.parse(value.toAt) - Date.parse(value.fromAt) <= LONGEST_EXTRA_MS

const pin = () =>
  exact({
    taskKey: text(80).required(),
    startAt: instant().nullable().defined('is missing'),
    personId: id().nullable().defined('is missing'),
  })
    .required()
    .test(
      'something',
      'fixes neither the time nor the maker',
      (value) => !value || value.startAt !== null || value.personId !== null,
    )
const times = {
  fromAt: instant().required(),
  toAt: instant()
    .required()
    .test('later', 'must be later than the beginning', function (value) {
      return laterThanFrom((this.parent as { fromAt?: unknown }).fromAt, value)
    }),
}
const span = { personId: id().required('choose a maker'), ...times }
const extra = () =>
  exact(span).required().test('day', 'is longer than anybody can stay', isWithinDay)

const KINDS: Supposition['kind'][] = ['mould', 'failed', 'order']
/** The fields that each kind of supposition has. */
const FIELDS: Record<Supposition['kind'], readonly string[]> = {
  mould: ['mouldId', 'copies'],
  failed: ['lineId', 'pieces'],
  order: ['recipeId', 'quantity', 'promisedAt'],
}

const supposition = () =>
  exact({
    kind: oneOf(KINDS).required(),
    mouldId: id(),
    copies: whole().min(1).max(100),
    lineId: id(),
    pieces: whole().min(1).max(5000),
    recipeId: id(),
    quantity: whole().min(1).max(5000),
    promisedAt: instant().nullable(),
  })
    .required()
    .test('fields', function (value) {
      if (!value) return true
      const missing = (FIELDS[value.kind] ?? []).find(
        (field) => value[field as keyof typeof value] === undefined,
      )
      return (
        missing === undefined ||
        this.createError({ path: `${this.path}.${missing}`, message: 'is missing' })
      )
    })

export const planAskSchema = exact({
  kind: oneOf(ASK_KINDS).required(),
  terms: exact({
    pins: list(pin()).required().max(2000),
    away: list(exact(span).required()).required().max(200),
    extra: list(extra()).required().max(200),
    deliveries: list(
      exact({ resinId: id().required('choose a resin'), at: instant().required() }).required(),
    )
      .required()
      .max(100),
    boxOn: list(exact(times).required().test('day', 'is longer than an evening', isWithinDay))
      .required()
      .max(100),
    boxOff: list(exact(times).required()).required().max(100),
  }).required(),
  suppose: list(supposition()).required().max(20),
}) as unknown as Schema<PlanAsk>

export const restorePlanSchema = exact({
  planId: id().required(),
  direction: oneOf(['undo', 'redo'] as const).required(),
}) as unknown as Schema<{ planId: number; direction: 'undo' | 'redo' }>
export const feedSchema = exact({ whose: oneOf(FEEDS).required() }) as unknown as Schema<{
  whose: FeedName
}>
