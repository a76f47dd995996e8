import type { InferType } from 'yup'
import { MINUTES_PER_DAY } from '../../core/units'
import { ROLES } from '../types/people'
import { ownUnitsSchema, passwordField, signInField } from './people'
import {
  body,
  exact,
  flag,
  id,
  list,
  money,
  named,
  notNegative,
  num,
  oneOf,
  positive,
  text,
  version,
  whole,
} from './fields'

/** What is looked at as a whole, one list for each kind. */
export const HOUSE_KINDS = ['people', 'rooms', 'stations', 'places', 'pigments'] as const
export type HouseKind = (typeof HOUSE_KINDS)[number]

const minuteOfDay = () => whole().min(0).max(MINUTES_PER_DAY)
const roomC = () => num().min(0).max(45)

const roomFields = {
  name: named(80),
  dayC: roomC().required(),
  nightC: roomC().required(),
  dayFromMin: minuteOfDay().required(),
  nightFromMin: minuteOfDay()
    .required()
    .test('later', 'must be later than the morning', function (value) {
      const { dayFromMin } = this.parent as { dayFromMin?: unknown }
      return typeof value !== 'number' || typeof dayFromMin !== 'number' || value > dayFromMin
    }),
}

const stationFields = { name: named(80), kind: named(40), roomId: id().required('choose a room') }

const PLACE_KINDS = ['rack', 'box'] as const
const isBox = (parent: unknown) => (parent as { kind?: unknown }).kind === 'box'
const placeFields = {
  name: named(80),
  kind: oneOf(PLACE_KINDS).required(),
  roomId: id().required('choose a room'),
  areaCm2: positive().required().max(1_000_000),
  boxC: num()
    .min(20)
    .max(90)
    .nullable()
    .defined('is missing')
    .test('box', 'is what a heated box needs, and a rack has not', function (value) {
      return isBox(this.parent) === (value !== null && value !== undefined)
    }),
  /** When it runs each day; all day where that is not said. */
  runs: exact({
    fromMin: minuteOfDay().required(),
    untilMin: minuteOfDay()
      .required()
      .test('later', 'must be later than the beginning', function (value) {
        const { fromMin } = this.parent as { fromMin?: unknown }
        return typeof value !== 'number' || typeof fromMin !== 'number' || value > fromMin
      }),
  })
    .nullable()
    .defined('is missing')
    .test('box', 'only a heated box has', function (value) {
      return !value || isBox(this.parent)
    }),
}

const PIGMENT_FORMS = ['powder', 'paste', 'ink'] as const
const pigmentFields = {
  name: named(80),
  hex: text(7)
    .required()
    .matches(/^#[0-9a-f]{6}$/i, 'must be a colour'),
  form: oneOf(PIGMENT_FORMS).required(),
  pricePerG: money().required('must be a sum, 0 where it costs nothing'),
  density: positive().max(25).nullable().defined('is missing'),
  bulkDensity: positive().max(25).nullable().defined('is missing'),
  dropMl: positive().max(5).nullable().defined('is missing'),
}

const weeklyShift = () =>
  exact({
    weekday: whole().required().min(1).max(7),
    fromMin: minuteOfDay().required(),
    toMin: minuteOfDay()
      .required()
      .test('later', 'must be later than the beginning', function (value) {
        const { fromMin } = this.parent as { fromMin?: unknown }
        return typeof value !== 'number' || typeof fromMin !== 'number' || value > fromMin
      }),
  }).required()

interface Shift {
  weekday: number
  fromMin: number
  toMin: number
}
const overlap = (shifts: readonly Shift[]): number =>
  shifts.findIndex((one, i) =>
    shifts.some(
      (other, j) =>
        j < i &&
        other.weekday === one.weekday &&
        other.fromMin < one.toMin &&
        one.fromMin < other.toMin,
    ),
  )

const personFields = {
  name: named(),
  signIn: signInField(),
  role: oneOf(ROLES).required(),
  /** Whether a guest gives a hand with the work of others. */
  helpsOthers: flag().required(),
  skills: list(named(40)).required().max(50),
  shifts: list(weeklyShift())
    .required()
    .max(100)
    .test('apart', 'overlap', function (shifts) {
      const at = overlap((shifts ?? []) as Shift[])
      return (
        at < 0 ||
        this.createError({ path: `${this.path}[${at}].fromMin`, message: 'overlaps another' })
      )
    }),
}

/** By kind: what is new, and what was read before, with its version. */
export const HOUSE_SCHEMAS = {
  people: { fresh: body(personFields), known: body({ ...personFields, version: version() }) },
  rooms: { fresh: body(roomFields), known: body({ ...roomFields, version: version() }) },
  stations: { fresh: body(stationFields), known: body({ ...stationFields, version: version() }) },
  places: { fresh: body(placeFields), known: body({ ...placeFields, version: version() }) },
  pigments: { fresh: body(pigmentFields), known: body({ ...pigmentFields, version: version() }) },
} as const satisfies Record<HouseKind, unknown>

export interface HouseFields {
  people: InferType<typeof HOUSE_SCHEMAS.people.fresh>
  rooms: InferType<typeof HOUSE_SCHEMAS.rooms.fresh>
  stations: InferType<typeof HOUSE_SCHEMAS.stations.fresh>
  places: InferType<typeof HOUSE_SCHEMAS.places.fresh>
  pigments: InferType<typeof HOUSE_SCHEMAS.pigments.fresh>
}

/** Puts a row away or brings it back. */
export const archiveSchema = body({ archived: flag().required(), version: version() })

const isTimeZone = (zone: string | undefined) => {
  try {
    return zone === undefined || Boolean(Intl.DateTimeFormat('en', { timeZone: zone }))
  } catch {
    return false
  }
}
const workshopFields = {
  name: named(),
  timeZone: text(64)
    .required('choose a time zone')
    .test('zone', 'is no time zone that is known here', isTimeZone),
  currency: text(3)
    .required('choose a currency')
    .test(
      'currency',
      'must be the three letters of a currency',
      (code) => code === undefined || Intl.supportedValuesOf('currency').includes(code),
    ),
}

const percent = (most: number) => notNegative().max(most).required()
export const rulesSchema = body({
  ...workshopFields,
  perCupMl: notNegative().max(100).required(),
  reservePct: percent(100),
  cureMarginPct: percent(200),
  yieldPct: positive().max(100).required(),
  labourRate: money().required(),
  overheadPct: percent(1000),
  packaging: money().required(),
  feePct: percent(99),
  feeFixed: money().required(),
  taxPct: percent(100),
  marginPct: percent(99),
  version: version(),
})
export type RulesFields = InferType<typeof rulesSchema>

export const BEGINNINGS = ['table', 'shared', 'empty'] as const
export type Beginning = (typeof BEGINNINGS)[number]

/** A new workshop with its first manager. */
export const setUpSchema = body({
  workshop: exact(workshopFields).required(),
  units: ownUnitsSchema,
  person: exact({ name: named(), signIn: signInField(), password: passwordField() }).required(),
  beginning: oneOf(BEGINNINGS).required(),
  /** What the start command printed; asked of whoever comes from another machine. */
  code: text(64).defined('is missing'),
})
export type SetUpFields = InferType<typeof setUpSchema>
