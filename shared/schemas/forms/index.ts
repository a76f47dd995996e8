import type { Schema } from 'yup'
import {
  MILESTONES,
  ORIGINS,
  RESIN_FIGURES,
  SIZED_HOW,
  STEP_KINDS,
  type Mould,
  type Recipe,
  type Resin,
  type Step,
} from '../../../core/trade'
import type { RunEvent } from '../../../core/run'
import { OWN_UNITS, type OwnUnits } from '../../../core/units'
import { ORDER_STATES, type OrderFields } from '../../types/orders'
import type { MeasureChoice } from '../../types/people'
import { VERDICTS, type Verdict } from '../../types/pieces'
import type { KeyedRunEvent } from '../../types/runs'
import {
  exact,
  flag,
  list,
  money,
  named,
  notNegative,
  num,
  oneOf,
  positive,
  text,
  whole,
} from '../fields'
import { maybeShapeSchema, shapeSchema, sizeLayerFields } from '../compute/size'
import { temperature } from '../compute/cure'
import { id, instant } from './rows'

export * from './planning'

const version = () => whole().required().min(1)
const optionalId = () => whole().min(0)

export const signInSchema = exact({
  signIn: named(64),
  password: text(200).required().min(1, 'must not be empty'),
}) as unknown as Schema<{ signIn: string; password: string }>

const orderFields = {
  kind: oneOf(['commission', 'market'] as const).required(),
  title: named(160),
  customer: text(160)
    .defined('is missing')
    .test('customer', 'a commission needs somebody it is for', function (value) {
      return (
        (this.parent as OrderFields).kind !== 'commission' ||
        (typeof value === 'string' && value.trim() !== '')
      )
    }),
  promisedAt: instant().required(),
  state: oneOf(ORDER_STATES).required(),
  colours: text(200).defined('is missing'),
  note: text(4000).defined('is missing'),
  lines: list(
    exact({
      id: id(),
      recipeId: id().required('choose a recipe'),
      quantity: whole().required().min(1).max(5000),
    }).required(),
  )
    .required()
    .min(1, 'needs at least one piece to make'),
}
export const newOrderSchema = exact(orderFields) as unknown as Schema<OrderFields>
export const orderSchema = exact({ ...orderFields, version: version() }) as unknown as Schema<
  OrderFields & { version: number }
>

const milestones = () =>
  exact(Object.fromEntries(MILESTONES.map((name) => [name, notNegative().required()])))
    .required()
    .test('order', function (value) {
      if (!value) return true
      const minutes = value as Record<string, number>
      const wrong = MILESTONES.findIndex(
        (name, i) =>
          i > 0 &&
          (minutes[name] ?? 0) < (minutes[MILESTONES[i - 1] as string] ?? 0) &&
          name !== 'demould',
      )
      return (
        wrong < 0 ||
        this.createError({
          path: `${this.path}.${MILESTONES[wrong]}`,
          message: 'must not come before the milestone above it',
        })
      )
    })

const resinFields = {
  name: named(),
  ratio: exact({
    basis: oneOf(['volume', 'mass'] as const).required(),
    a: positive().required(),
    b: positive().required(),
  }).required(),
  densityA: positive().max(5),
  densityB: positive().max(5),
  tolerancePct: notNegative().required().max(50),
  pourFirst: oneOf(['a', 'b'] as const).required(),
  referenceC: temperature().required().max(120),
  activationKJ: notNegative().required().max(200),
  referencePotG: positive().required(),
  massExponent: notNegative().required().max(2),
  maxMixMl: positive().required(),
  minDepthMm: positive().required(),
  maxDepthMm: positive()
    .required()
    .test('depths', 'must not be less than the least depth', function (value) {
      const { minDepthMm } = this.parent as Resin
      return typeof value !== 'number' || typeof minDepthMm !== 'number' || value >= minDepthMm
    }),
  kitMl: positive().required(),
  kitPrice: money().required(),
  milestones: milestones(),
  heatC: temperature().max(400),
  whiteHold: whole().min(1).max(5),
  stockMl: notNegative().required(),
  leadDays: whole().required().min(0).max(365),
  viscosityA: positive().max(1_000_000),
  viscosityB: positive().max(1_000_000),
  clarity: whole().min(1).max(5),
  yellowing: whole().min(1).max(5),
  smell: whole().min(1).max(5),
  otherKits: list(
    exact({
      ml: positive().required(),
      price: money().required(),
      leadDays: whole().required().min(0).max(365),
    }).required(),
  )
    .required()
    .max(12),
  origins: exact(
    Object.fromEntries(RESIN_FIGURES.map(({ key }) => [key, oneOf(ORIGINS)])),
  ).required(),
  note: text(4000).defined('is missing'),
}
export type ResinFields = Omit<Resin, 'id'>
export const newResinSchema = exact(resinFields) as unknown as Schema<ResinFields>
export const resinSchema = exact({ ...resinFields, version: version() }) as unknown as Schema<
  ResinFields & { version: number }
>

const mouldFields = {
  name: named(),
  count: whole().required().min(0).max(1000),
  price: money().required(),
  lifeUses: whole().required().min(1).max(100_000),
  shape: maybeShapeSchema,
  sizedHow: oneOf(SIZED_HOW)
    .nullable()
    .test('how', 'says how it was sized, if it was', function (value) {
      const { shape } = this.parent as Mould
      return (shape === null || shape === undefined) === (value === null || value === undefined)
    }),
  sizedFrom: text(400).defined('is missing'),
  filler: exact({
    leastMm: positive().required(),
    greatestMm: positive()
      .required()
      .test('range', 'must not be less than the least depth', function (value) {
        const { leastMm } = this.parent as { leastMm?: unknown }
        return typeof value !== 'number' || typeof leastMm !== 'number' || value >= leastMm
      }),
  })
    .nullable()
    .defined('is missing'),
}
export type MouldFields = Omit<Mould, 'id'>
export const newMouldSchema = exact(mouldFields) as unknown as Schema<MouldFields>
export const mouldSchema = exact({ ...mouldFields, version: version() }) as unknown as Schema<
  MouldFields & { version: number }
>

/** Millimetres to either side of the middle. */
const place = () => num().min(-10_000).max(10_000)
const { inclusions: _sizeInclusions, ...sizeFields } = sizeLayerFields
const layer = () =>
  exact({
    id: optionalId().required(),
    name: named(80),
    resinId: id().required('choose a resin'),
    ...sizeFields,
    fill: sizeFields.fill,
    runOffPct: notNegative().required().max(300),
    cups: whole().required().min(0).max(50),
    inclusions: list(
      exact({
        name: named(80),
        massG: notNegative(),
        density: positive(),
        volumeMl: notNegative(),
        heightMm: positive(),
        xMm: place(),
        yMm: notNegative(),
      })
        .required()
        .test(
          'one',
          'needs either volumeMl, or massG with density',
          (value) =>
            !value ||
            (value.volumeMl === undefined
              ? value.massG !== undefined && value.density !== undefined
              : value.massG === undefined && value.density === undefined),
        ),
    ).required(),
    pigments: list(
      exact({ pigmentId: id().required(), loadPct: positive().required().max(100) }).required(),
    )
      .required()
      .max(8),
    stirMin: positive().required().max(60),
    restMin: notNegative().required().max(600),
    pourMin: positive().required().max(600),
    heatAfterMin: list(notNegative().required()).required().max(5),
    recoat: oneOf(['tack', 'sand', 'either'] as const).required(),
  }).required()

const step = () =>
  exact({
    kind: oneOf(STEP_KINDS).required(),
    name: named(80),
    phase: oneOf(['before', 'curing', 'after'] as const).required(),
    layer: whole().required().min(0).max(39),
    waitsFor: oneOf(MILESTONES).nullable(),
    atMin: list(notNegative().required().max(20_160))
      .required()
      .max(24)
      .test('when', 'say how long after the pour it is done', function (value) {
        return (this.parent as Step).phase !== 'curing' || (value?.length ?? 0) > 0
      }),
    pieceMin: notNegative().required().max(1440),
    batchMin: notNegative()
      .required()
      .max(1440)
      .test('some', 'takes some minutes, for each piece or for the batch', function (value) {
        const { pieceMin } = this.parent as Step
        return typeof value !== 'number' || typeof pieceMin !== 'number' || value + pieceMin > 0
      }),
    dryMin: notNegative().required().max(43_200),
    holdsMin: positive()
      .nullable()
      .max(43_200)
      .test('dries', 'must be longer than it dries', function (value) {
        const { dryMin } = this.parent as Step
        return typeof value !== 'number' || typeof dryMin !== 'number' || value >= dryMin
      }),
    skill: text(40).nullable(),
    stationKind: text(40).nullable(),
    dust: flag().required(),
    demoulds: flag().required(),
    needs: text(200).defined('is missing'),
  }).required()

const recipeFields = {
  name: named(),
  note: text(4000).defined('is missing'),
  shape: shapeSchema,
  others: list(
    exact({
      name: named(80),
      shape: shapeSchema,
      count: whole().required().min(1).max(200),
    }).required(),
  )
    .required()
    .max(24),
  footprintCm2: positive().required(),
  mouldId: id().nullable(),
  archived: flag().required(),
  layers: list(layer()).required().min(1, 'needs at least one layer').max(40),
  steps: list(step()).required().max(60),
}
export type RecipeFields = Omit<Recipe, 'id'> & { archived: boolean }
export const newRecipeSchema = exact(recipeFields) as unknown as Schema<RecipeFields>
export const recipeSchema = exact({ ...recipeFields, version: version() }) as unknown as Schema<
  RecipeFields & { version: number }
>

export const measureChoiceSchema = exact({
  kind: oneOf(['scale', 'cup'] as const).required(),
  step: positive().required().max(1000),
  tare: flag().required(),
}) as unknown as Schema<MeasureChoice>

export const ownUnitsSchema = exact({
  mass: oneOf(OWN_UNITS.mass).required(),
  volume: oneOf(OWN_UNITS.volume).required(),
  length: oneOf(OWN_UNITS.length).required(),
  temperature: oneOf(OWN_UNITS.temperature).required(),
}) as unknown as Schema<OwnUnits>

const uuid = () =>
  text(36).matches(
    /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/,
    'must be a UUID',
  )
const RUN_KINDS: RunEvent['kind'][] = [
  'weighed',
  'stirStarted',
  'stirEnded',
  'pourStarted',
  'pourEnded',
  'heatPass',
  'cureStarted',
  'spoiled',
  'undone',
]

const runEvent = () =>
  exact({
    key: uuid().required(),
    at: whole().required().min(0),
    kind: oneOf(RUN_KINDS).required(),
    part: oneOf(['a', 'b'] as const),
    amount: positive(),
    index: whole().min(0),
    placeId: id(),
  })
    .required()
    .test('fields', function (value) {
      if (value?.kind === 'weighed' && (value.part === undefined || value.amount === undefined))
        return this.createError({
          path: `${this.path}.amount`,
          message: 'a weighing needs its part and amount',
        })
      if (value?.kind === 'heatPass' && value.index === undefined)
        return this.createError({
          path: `${this.path}.index`,
          message: 'a heat pass needs its index',
        })
      if (value?.kind === 'cureStarted' && value.placeId === undefined)
        return this.createError({
          path: `${this.path}.placeId`,
          message: 'say where the pieces lie',
        })
      return true
    })
export const runEventsSchema = exact({
  events: list(runEvent()).required().min(1).max(200),
}) as unknown as Schema<{ events: KeyedRunEvent[] }>
export const startRunSchema = exact({
  potId: id().required(),
  measure: measureChoiceSchema as never,
}) as unknown as Schema<{ potId: number; measure: MeasureChoice }>

const portion = () =>
  exact({
    lineId: id().required(),
    layerId: id().required(),
    firstPiece: whole().required().min(1).max(5000),
    pieces: whole().required().min(1).max(5000),
  }).required()
/**
 * How some planned pots are to be put together anew: the pots as they were read, and what each new
 * one pours.
 */
export interface GatherFields {
  from: { id: number; version: number }[]
  pots: {
    /** The pot whose letter it keeps; null for a new one. */
    keep: number | null
    portions: { lineId: number; layerId: number; firstPiece: number; pieces: number }[]
  }[]
}
export const gatherSchema = exact({
  from: list(exact({ id: id().required(), version: version() }).required())
    .required()
    .min(1)
    .max(200),
  pots: list(
    exact({
      keep: id().nullable().defined('is missing'),
      portions: list(portion()).required().min(1, 'pours nothing').max(200),
    }).required(),
  )
    .required()
    .min(1)
    .max(200),
}) as unknown as Schema<GatherFields>

export const judgeSchema = exact({
  version: version(),
  verdict: oneOf(VERDICTS).required(),
  note: text(4000).defined('is missing'),
}) as unknown as Schema<{ version: number; verdict: Verdict; note: string }>
export const pieceActSchema = exact({
  version: version(),
  note: text(4000).defined('is missing'),
}) as unknown as Schema<{ version: number; note: string }>
export const movePieceSchema = exact({
  version: version(),
  placeId: id().required(),
}) as unknown as Schema<{ version: number; placeId: number }>
export const noteSchema = exact({ note: named(4000) }) as unknown as Schema<{ note: string }>
export const nothingSchema = exact({}) as unknown as Schema<Record<string, never>>
