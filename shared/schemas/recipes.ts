import type { Fill } from '../../core/size'
import {
  MILESTONES,
  STEP_KINDS,
  type NamedInclusion,
  type Recipe,
  type SetPiece,
  type Step,
} from '../../core/trade'
import { shapeSchema, sizeLayerFields } from './compute/size'
import {
  body,
  exact,
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
import { schemaOf } from './typed'

/** Millimetres to either side of the middle. */
const place = () => num().min(-10_000).max(10_000)
const { inclusions: _sizeInclusions, ...sizeFields } = sizeLayerFields
const inclusions = () =>
  list(
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
  ).required()
const heatAfterMin = () => list(notNegative().required()).required().max(5)
const layer = () =>
  exact({
    id: optionalId().required(),
    name: named(80),
    resinId: id().required('choose a resin'),
    ...sizeFields,
    fill: sizeFields.fill,
    runOffPct: notNegative().required().max(300),
    cups: whole().required().min(0).max(50),
    inclusions: inclusions(),
    pigments: list(
      exact({ pigmentId: id().required(), loadPct: positive().required().max(100) }).required(),
    )
      .required()
      .max(8),
    stirMin: positive().required().max(60),
    restMin: notNegative().required().max(600),
    pourMin: positive().required().max(600),
    heatAfterMin: heatAfterMin(),
    recoat: oneOf(['tack', 'sand', 'either'] as const).required(),
  }).required()

const visits = () => list(notNegative().required().max(20_160)).required().max(24)
const step = () =>
  exact({
    kind: oneOf(STEP_KINDS).required(),
    name: named(80),
    phase: oneOf(['before', 'curing', 'after'] as const).required(),
    layer: whole().required().min(0).max(39),
    waitsFor: oneOf(MILESTONES).nullable().defined('is missing'),
    atMin: visits().test('when', 'say how long after the pour it is done', function (value) {
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
      .defined('is missing')
      .max(43_200)
      .test('dries', 'must be longer than it dries', function (value) {
        const { dryMin } = this.parent as Step
        return typeof value !== 'number' || typeof dryMin !== 'number' || value >= dryMin
      }),
    skill: text(40).nullable().defined('is missing'),
    stationKind: text(40).nullable().defined('is missing'),
    dust: flag().required(),
    demoulds: flag().required(),
    needs: text(200).defined('is missing'),
  }).required()

const others = () =>
  list(
    exact({
      name: named(80),
      shape: shapeSchema,
      count: whole().required().min(1).max(200),
    }).required(),
  )
    .required()
    .max(24)

const recipeFields = {
  name: named(),
  note: text(4000).defined('is missing'),
  shape: shapeSchema,
  others: others(),
  footprintCm2: positive().required(),
  mouldId: id().nullable().defined('is missing'),
  archived: flag().required(),
  layers: list(layer()).required().min(1, 'needs at least one layer').max(40),
  steps: list(step()).required().max(60),
}
export type RecipeFields = Omit<Recipe, 'id'> & { archived: boolean }
export const newRecipeSchema = schemaOf<RecipeFields>()(exact(recipeFields))
export const recipeSchema = schemaOf<RecipeFields & { version: number }>()(
  exact({ ...recipeFields, version: version() }),
)

/** What the columns of a recipe hold as JSON, and a version of it as a whole. */
export const fillColumnSchema = schemaOf<Fill>()(sizeFields.fill)
export const inclusionsColumnSchema = schemaOf<NamedInclusion[]>()(inclusions())
export const heatAfterMinColumnSchema = schemaOf<number[]>()(heatAfterMin())
export const atMinColumnSchema = schemaOf<number[]>()(visits())
export const othersColumnSchema = schemaOf<SetPiece[]>()(others())
export const recipeContentSchema = body({ id: id().required(), ...recipeFields, archived: flag() })
