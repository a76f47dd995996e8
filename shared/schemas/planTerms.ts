import type { InferType } from 'yup'
import { exact, id, instant, list, text } from './fields'
import { MS_PER_HOUR } from '../../core/units'

/** Nobody stays longer than this beyond the shifts of one day, and no box runs on. */
const LONGEST_EXTRA_MS = 16 * MS_PER_HOUR

const laterThanFrom = (fromAt: unknown, toAt: unknown) =>
  typeof fromAt !== 'string' || typeof toAt !== 'string' || fromAt < toAt

const isWithinDay = (value: { fromAt: string; toAt: string } | undefined) =>
  !value || Date.parse(value.toAt) - Date.parse(value.fromAt) <= LONGEST_EXTRA_MS

/** What a person fixed of a task: when it begins, who does it, or both. */
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

/** What a plan was made on, beside orders, shifts and moulds; the next plan takes it over. */
export const termsSchema = exact({
  pins: list(pin()).required().max(2000),
  away: list(exact(span).required()).required().max(200),
  extra: list(extra()).required().max(200),
  deliveries: list(
    exact({ resinId: id().required('choose a resin'), at: instant().required() }).required(),
  )
    .required()
    .max(100),
  /** When the heated box runs beyond its hours, and when it does not though it would. */
  boxOn: list(exact(times).required().test('day', 'is longer than an evening', isWithinDay))
    .required()
    .max(100),
  boxOff: list(exact(times).required()).required().max(100),
}).required()
export type PlanTerms = InferType<typeof termsSchema>
export type PlanPin = PlanTerms['pins'][number]
/** Some time, UTC, ISO 8601. */
export type TimeSpan = PlanTerms['boxOff'][number]
/** A resin is short and comes then; nothing is mixed from it before. */
export type Delivery = PlanTerms['deliveries'][number]

/** What a plan is made on where nobody has changed anything. */
export const NO_TERMS: PlanTerms = {
  pins: [],
  away: [],
  extra: [],
  deliveries: [],
  boxOn: [],
  boxOff: [],
}
