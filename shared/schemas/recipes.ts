import type { Fill } from '../../core/size'
import {
  ASKS,
  AWAITED,
  DOSE_UNITS,
  FRONTS,
  JOINS,
  KEEPS,
  POUR_HOWS,
  RESIN_KINDS,
  SIDES,
  STARTS,
  STEP_KINDS,
  STIRS,
  TOOLS,
  type Cup,
  type Dose,
  type Entry,
  type Filler,
  type NamedInclusion,
  type Recipe,
  type Rest,
  type SetPiece,
  type Share,
  type Start,
} from '../../core/trade'
import { mixed } from 'yup'
import { shapeSchema, sizeLayerFields } from './compute/size'
import {
  body,
  exact,
  exactlyOne,
  flag,
  id,
  list,
  named,
  notNegative,
  num,
  oneOf,
  optionalId,
  positive,
  text,
  version,
  whole,
} from './fields'
import { narrowed, orNull, schemaOf } from './typed'

/** Millimetres to either side of the middle. */
const place = () => num().min(-10_000).max(10_000)
const { inclusions: _sizeInclusions, ...sizeFields } = sizeLayerFields
const inclusions = () =>
  list(
    exact({
      name: named(80),
      count: positive().max(10_000),
      underPct: positive().max(100),
      materialId: id(),
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
  ).required()
/** What a key within a recipe looks like. */
const key = () =>
  text(24)
    .matches(/^[a-z][a-z0-9-]*$/, 'is not a key')
    .required()
const always = () => mixed<true>().oneOf([true])

const share = () =>
  narrowed<Share>()(
    exact({ pct: positive().max(100), ml: positive().max(100_000), rest: always() })
      .required()
      .test('one', 'needs exactly one of pct, ml and rest', exactlyOne('pct', 'ml', 'rest')),
  )
const dose = () =>
  narrowed<Dose>()(
    exact({
      loadPct: positive().max(100),
      n: positive().max(10_000),
      per30Ml: positive().max(1000),
      unit: oneOf(DOSE_UNITS),
    })
      .required()
      .test('one', 'say how much', exactlyOne('loadPct', 'n', 'per30Ml'))
      .test(
        'unit',
        'say in what it is counted',
        (value) => !value || (value.loadPct === undefined) === (value.unit !== undefined),
      ),
  )
const filler = () =>
  narrowed<Filler>()(
    exact({
      name: named(80),
      materialId: id(),
      amount: exact({ massG: positive(), density: positive(), ml: positive() })
        .required()
        .test(
          'one',
          'needs either ml, or massG with density',
          (value) =>
            !value ||
            (value.ml === undefined
              ? value.massG !== undefined && value.density !== undefined
              : value.massG === undefined && value.density === undefined),
        ),
    }).required(),
  )
const rest = () =>
  schemaOf<Rest>()(
    exact({
      from: notNegative().required().max(1, 'is longer than the cup stays workable'),
      to: positive()
        .required()
        .max(1, 'is longer than the cup stays workable')
        .test('later', 'closes before it opens', function (value) {
          const { from } = this.parent as Rest
          return typeof value !== 'number' || typeof from !== 'number' || value > from
        }),
      leastMin: notNegative().required().max(600),
      counts: oneOf(['met'] as const),
    }).required(),
  )
const cup = () =>
  schemaOf<Cup>()(
    exact({
      key: key(),
      name: named(80),
      part: orNull(share()),
      over: oneOf(['set', 'batch'] as const)
        .nullable()
        .defined('is missing'),
      isMixingCup: flag().required(),
      isOpen: flag().required(),
      pigments: list(exact({ pigmentId: id().required(), dose: dose() }).required())
        .required()
        .max(8),
      fillers: list(filler()).required().max(8),
      from: list(exact({ cup: key(), share: share() }).required())
        .required()
        .max(12),
      stir: oneOf(STIRS).required(),
      rest: orNull(rest()),
    })
      .required()
      .test('filled', 'is filled from nothing: give it a part or another cup', (value) => {
        const { part, from } = value as unknown as Cup
        return !value || part !== null || from.length > 0
      }),
  )
const cups = () =>
  list(cup())
    .required()
    .min(1, 'needs at least one cup')
    .max(24)
    .test('keys', 'two cups have the same key', hasOwnKeys)

/** Whether every entry of a list has a key of its own. */
function hasOwnKeys(value: readonly { key?: unknown }[] | undefined): boolean {
  return !value || new Set(value.map((one) => one.key)).size === value.length
}

const layer = () =>
  exact({
    id: optionalId().required(),
    key: key(),
    name: named(80),
    resinId: id().required('choose a resin'),
    fill: sizeFields.fill,
    runOffPct: notNegative().required().max(300),
    atOnce: whole().min(1).max(500),
    inclusions: inclusions(),
    joins: oneOf(JOINS).required(),
    side: oneOf(SIDES)
      .required()
      .test('coat', 'only a coat lies on one side', function (value) {
        const { fill } = this.parent as { fill?: Fill }
        return value === 'inside' || fill?.coat !== undefined
      }),
    coversPct: positive().required().max(100),
    isHeated: flag().required(),
    rest: rest(),
    cups: cups(),
  }).required()

const pouring = () =>
  exact({
    cup: key(),
    how: oneOf(POUR_HOWS).required(),
    where: text(80).defined('is missing'),
    mark: exact({ x: num().min(-1).max(1).required(), y: num().min(-1).max(1).required() })
      .nullable()
      .defined('is missing'),
    share: orNull(share()),
    drops: list(
      exact({ pigmentId: id().required(), n: positive().required().max(1000) }).required(),
    )
      .required()
      .max(8),
    sinceStirMin: notNegative().required().max(600),
  })
    .nullable()
    .defined('is missing')
const keep = () =>
  exact({
    what: oneOf(KEEPS).required(),
    mouldId: id()
      .nullable()
      .defined('is missing')
      .test('form', 'choose a form', function (value) {
        return (this.parent as { what?: unknown }).what !== 'form' || typeof value === 'number'
      }),
    until: key(),
  }).required()
const visits = () => list(notNegative().required().max(20_160)).required().max(24)
const entry = () =>
  exact({
    key: key(),
    kind: oneOf([...RESIN_KINDS, ...STEP_KINDS]).required(),
    name: text(80)
      .defined('is missing')
      .test('named', 'must not be empty', function (value) {
        const { kind } = this.parent as Entry
        return (RESIN_KINDS as readonly string[]).includes(kind) || (value ?? '').trim() !== ''
      }),
    layer: key().nullable().defined('is missing'),
    mix: exact({ stirMin: positive().required().max(60), secondCup: flag().required() })
      .nullable()
      .defined('is missing'),
    pour: pouring(),
    pass: exact({
      tool: oneOf(TOOLS).required(),
      setting: oneOf(['low', 'high'] as const).required(),
    })
      .nullable()
      .defined('is missing'),
    pieceMin: notNegative().required().max(1440),
    batchMin: notNegative()
      .required()
      .max(1440)
      .test('some', 'takes some minutes, for each piece or for the batch', function (value) {
        const { pieceMin, kind } = this.parent as Entry
        const isTimed = kind === 'mix' || kind === 'pass'
        return (
          isTimed ||
          typeof value !== 'number' ||
          typeof pieceMin !== 'number' ||
          value + pieceMin > 0
        )
      }),
    dryMin: notNegative().required().max(43_200),
    waitsFor: oneOf(AWAITED).nullable().defined('is missing'),
    after: list(exact({ of: key(), leastMin: positive().required().max(43_200) }).required())
      .required()
      .max(12),
    within: list(exact({ of: key(), mostMin: positive().required().max(43_200) }).required())
      .required()
      .max(12),
    at: visits(),
    lateMin: positive().nullable().defined('is missing').max(43_200),
    skill: text(40).nullable().defined('is missing'),
    personId: id().nullable().defined('is missing'),
    hands: whole()
      .min(2)
      .max(4)
      .test('work', 'only one maker mixes, pours or warms', function (value) {
        const { kind } = this.parent as Entry
        return value === undefined || !(RESIN_KINDS as readonly string[]).includes(kind)
      }),
    awayMin: notNegative().required().max(86_400),
    stationKind: text(40).nullable().defined('is missing'),
    dust: flag().required(),
    demoulds: flag().required(),
    needs: text(200).defined('is missing'),
    uses: list(
      exact({
        materialId: id().required('choose a material'),
        amount: positive().required().max(1_000_000),
        per: oneOf(['piece', 'batch'] as const).required(),
      }).required(),
    )
      .required()
      .max(24),
    keeps: list(keep()).required().max(8),
    asks: exact({
      what: oneOf(ASKS).required(),
      question: named(120),
      unit: text(20).defined('is missing'),
    })
      .nullable()
      .defined('is missing'),
    isOptional: flag().required(),
  }).required()
const course = () =>
  list(entry()).required().max(160).test('keys', 'two entries have the same key', hasOwnKeys)

const others = () =>
  list(
    exact({
      name: named(80),
      shape: shapeSchema,
      count: whole().required().min(1).max(200),
      fills: list(exact({ layer: key(), fill: orNull(sizeFields.fill) }).required()).max(24),
    }).required(),
  )
    .required()
    .max(24)

const start = () =>
  schemaOf<Start>()(
    exact({
      of: oneOf(STARTS).required(),
      materialId: id().nullable().defined('is missing'),
      words: text(200).defined('is missing'),
    }).required(),
  )

const recipeFields = {
  name: named(),
  note: text(4000).defined('is missing'),
  shape: shapeSchema,
  others: others(),
  footprintCm2: positive().required(),
  mouldId: id().nullable().defined('is missing'),
  start: start(),
  front: oneOf(FRONTS).required(),
  archived: flag().required(),
  layers: list(layer()).required().min(1, 'needs at least one layer').max(40),
  course: course(),
}
export type RecipeFields = Omit<Recipe, 'id'> & { archived: boolean }
export const newRecipeSchema = schemaOf<RecipeFields>()(exact(recipeFields))
export const recipeSchema = schemaOf<RecipeFields & { version: number }>()(
  exact({ ...recipeFields, version: version() }),
)

/** What the columns of a recipe hold as JSON, and a version of it as a whole. */
export const fillColumnSchema = schemaOf<Fill>()(sizeFields.fill)
export const inclusionsColumnSchema = schemaOf<NamedInclusion[]>()(inclusions())
export const cupsColumnSchema = schemaOf<Cup[]>()(cups())
export const restColumnSchema = schemaOf<Rest>()(rest())
export const courseColumnSchema = schemaOf<Entry[]>()(course())
export const startColumnSchema = start()
export const othersColumnSchema = schemaOf<SetPiece[]>()(others())
export const recipeContentSchema = body({ id: id().required(), ...recipeFields, archived: flag() })
