import { TRIAL_VERDICTS } from '../../core/trade'
import type { InferType } from 'yup'
import { DateTime } from 'luxon'
import { DECIMAL_MARKS, MINUTES_PER_DAY } from '../../core/units'
import { CARD_PAPER_NAMES, LABEL_PAPER_NAMES } from '../paper'
import { DATE_STYLES } from '../time/days'
import { ROLES } from '../types/people'
import { ownUnitsSchema, passwordField, signInField } from './people'
import {
  body,
  date,
  exact,
  flag,
  id,
  lastDay,
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
export const HOUSE_KINDS = [
  'people',
  'rooms',
  'stations',
  'places',
  'pigments',
  'materials',
  'customers',
  'holidays',
] as const
export type HouseKind = (typeof HOUSE_KINDS)[number]
/** What can be put away: the house's lists, and what has places of its own. */
export const KEPT_KINDS = [...HOUSE_KINDS, 'moulds', 'resins'] as const
export type KeptKind = (typeof KEPT_KINDS)[number]

const minuteOfDay = () => whole().min(0).max(MINUTES_PER_DAY)
const dayOfYear = () =>
  text(5)
    .required('is missing')
    .test(
      'real',
      'must be a day of the year',
      (value) =>
        value === undefined ||
        (/^\d{2}-\d{2}$/.test(value) && DateTime.fromISO(`2024-${value}`).isValid),
    )
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
  /** A part of each year in which it is otherwise; days as MM-DD, from the first to the last. */
  season: exact({
    fromDay: dayOfYear(),
    untilDay: dayOfYear(),
    dayC: roomC().required(),
    nightC: roomC().required(),
  })
    .nullable()
    .defined('is missing'),
}

const stationFields = { name: named(80), kind: named(40), roomId: id().required('choose a room') }

const PLACE_KINDS = ['rack', 'box'] as const
const isBox = (parent: unknown) => (parent as { kind?: unknown }).kind === 'box'
const placeFields = {
  name: named(80),
  kind: oneOf(PLACE_KINDS).required(),
  roomId: id().required('choose a room'),
  areaCm2: positive().required().max(1_000_000),
  /** From the top; where some are said, they are its area. */
  shelves: list(
    exact({
      widthMm: positive().required().max(10_000),
      depthMm: positive().required().max(10_000),
      clearMm: positive().required().max(10_000),
      isLevel: flag().required(),
    }).required(),
  )
    .required()
    .max(30)
    .test(
      'level',
      'need one that is level',
      (shelves) => !shelves?.length || shelves.some(({ isLevel }) => isLevel),
    ),
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
  tipG: positive().max(100).nullable().defined('is missing'),
  squirtG: positive().max(100).nullable().defined('is missing'),
  scoopG: positive().max(100).nullable().defined('is missing'),
  note: text(4000).defined('is missing'),
  /** How it went with resins of the house. */
  trials: list(
    exact({
      resinId: id().required('choose a resin'),
      verdict: oneOf(TRIAL_VERDICTS).required(),
      note: text(400).defined('is missing'),
    }).required(),
  )
    .required()
    .max(100)
    .test('once', 'names a resin twice', (trials) =>
      trials ? new Set(trials.map(({ resinId }) => resinId)).size === trials.length : true,
    ),
}

const materialFields = {
  name: named(),
  /** In a word: stones, tape, gloves. */
  kind: named(40),
  /** What it is counted in. */
  unit: named(20),
  packSize: positive().required().max(1_000_000),
  packPrice: money().required('must be a sum, 0 where it costs nothing'),
  supplier: text(120).defined('is missing'),
  leadDays: whole().required().min(0).max(1000),
  note: text(4000).defined('is missing'),
}

const customerFields = {
  name: named(160),
  address: text(400).defined('is missing'),
  email: text(254)
    .defined('is missing')
    .test('email', 'is no address for letters', (value) => !value || /^\S+@\S+\.\S+$/.test(value)),
  phone: text(40).defined('is missing'),
  note: text(4000).defined('is missing'),
}

const holidayFields = { name: named(80), from: date().required('is missing'), until: lastDay() }

const hoursOfDay = {
  fromMin: minuteOfDay().required(),
  toMin: minuteOfDay()
    .required()
    .test('later', 'must be later than the beginning', function (value) {
      const { fromMin } = this.parent as { fromMin?: unknown }
      return typeof value !== 'number' || typeof fromMin !== 'number' || value > fromMin
    }),
}
const weekday = () => whole().required().min(1).max(7)
const weeklyShift = () => exact({ weekday: weekday(), ...hoursOfDay }).required()
/** A shift that comes round every few weeks, from the week of its first day on. */
const roundShift = () =>
  exact({
    weekday: weekday(),
    ...hoursOfDay,
    everyWeeks: whole().required().min(2).max(8),
    firstDay: date().required('is missing'),
  }).required()
/** Days on which somebody is away, or there at other hours than usual. */
const otherDays = () =>
  exact({
    from: date().required('is missing'),
    until: lastDay(),
    hours: exact(hoursOfDay).nullable().defined('is missing'),
    note: text(160).defined('is missing'),
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
  /** What an hour of theirs costs; null for what the rules say. */
  wage: money().nullable().defined('is missing'),
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
  rounds: list(roundShift()).required().max(50),
  otherwise: list(otherDays()).required().max(300),
}

/** By kind: what is new, and what was read before, with its version. */
export const HOUSE_SCHEMAS = {
  people: { fresh: body(personFields), known: body({ ...personFields, version: version() }) },
  rooms: { fresh: body(roomFields), known: body({ ...roomFields, version: version() }) },
  stations: { fresh: body(stationFields), known: body({ ...stationFields, version: version() }) },
  places: { fresh: body(placeFields), known: body({ ...placeFields, version: version() }) },
  pigments: { fresh: body(pigmentFields), known: body({ ...pigmentFields, version: version() }) },
  materials: {
    fresh: body(materialFields),
    known: body({ ...materialFields, version: version() }),
  },
  customers: {
    fresh: body(customerFields),
    known: body({ ...customerFields, version: version() }),
  },
  holidays: { fresh: body(holidayFields), known: body({ ...holidayFields, version: version() }) },
} as const satisfies Record<HouseKind, unknown>

export interface HouseFields {
  people: InferType<typeof HOUSE_SCHEMAS.people.fresh>
  rooms: InferType<typeof HOUSE_SCHEMAS.rooms.fresh>
  stations: InferType<typeof HOUSE_SCHEMAS.stations.fresh>
  places: InferType<typeof HOUSE_SCHEMAS.places.fresh>
  pigments: InferType<typeof HOUSE_SCHEMAS.pigments.fresh>
  materials: InferType<typeof HOUSE_SCHEMAS.materials.fresh>
  customers: InferType<typeof HOUSE_SCHEMAS.customers.fresh>
  holidays: InferType<typeof HOUSE_SCHEMAS.holidays.fresh>
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
  dateStyle: oneOf(DATE_STYLES).required(),
  decimalMark: oneOf(DECIMAL_MARKS).required(),
}

/** Whether the plan follows what hands do by itself, or only when somebody asks. */
const PLAN_FOLLOWS = ['itself', 'asked'] as const

const percent = (most: number) => notNegative().max(most).required()
export const rulesSchema = body({
  ...workshopFields,
  perCupMl: notNegative().max(100).required(),
  reservePct: percent(100),
  cureMarginPct: percent(200),
  yieldPct: positive().max(100).required(),
  spareSurePct: percent(99.9),
  labourRate: money().required(),
  overheadPct: percent(1000),
  packaging: money().required(),
  feePct: percent(99),
  feeFixed: money().required(),
  taxPct: percent(100),
  marginPct: percent(99),
  guestAreaRate: money().required(),
  guestBoxRate: money().required(),
  guestHelpRate: money().required(),
  measureMin: notNegative().max(240).required(),
  heatPassMin: notNegative().max(240).required(),
  pigmentCapPct: positive().max(50).required(),
  cardPaper: oneOf(CARD_PAPER_NAMES).required(),
  labelPaper: oneOf(LABEL_PAPER_NAMES).required(),
  planFollows: oneOf(PLAN_FOLLOWS).required(),
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
/** Another workshop of somebody who is here already. */
export const newWorkshopSchema = body({
  workshop: exact(workshopFields).required(),
  beginning: oneOf(BEGINNINGS).required(),
})
export type NewWorkshopFields = InferType<typeof newWorkshopSchema>

/** Deletes a workshop; its name is typed as a sign that it is meant. */
export const deleteWorkshopSchema = body({ name: text(160).defined('is missing') })

export type SetUpFields = InferType<typeof setUpSchema>
