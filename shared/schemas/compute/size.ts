import { lazy, mixed, type AnyObject, type ISchema, type ObjectShape, type Schema } from 'yup'
import { withoutRepeats, type Point } from '../../../core/geometry'
import { SHAPE_KINDS, type CurvePoint, type Shape, type SizeRequest } from '../../../core/size'
import {
  exact,
  exactlyOne,
  flag,
  list,
  named,
  notNegative,
  num,
  oneOf,
  positive,
  whole,
} from '../fields'

const kind = () => oneOf(SHAPE_KINDS).required()
const shaped = <S extends ObjectShape>(fields: S) => exact({ kind: kind(), ...fields }).required()
const isNumber = (value: unknown): value is number => typeof value === 'number'

/** Both parts of a pair are checked at their own index, as in `points[1][0]`. */
export const pointSchema = () =>
  list(num().required()).required().length(2, 'must be a pair of numbers [x, y]')

export const pointsSchema = () =>
  list(pointSchema())
    .required()
    .min(3)
    .test(
      'corners',
      'needs three different corners',
      (value) => !value || withoutRepeats(value as Point[]).length >= 3,
    )

const risingFromZero = (points: unknown): boolean =>
  !Array.isArray(points) ||
  (points as (CurvePoint | null)[]).every((p, i) => {
    const before = (points as CurvePoint[])[i - 1]
    return before === undefined
      ? p?.heightMm === 0 && p.volumeMl === 0
      : (p?.heightMm ?? NaN) > before.heightMm && (p?.volumeMl ?? NaN) > before.volumeMl
  })

const SHAPES: Record<Shape['kind'], ISchema<unknown>> = {
  rectangle: shaped({
    widthMm: positive().required(),
    lengthMm: positive().required(),
    cornerRadiusMm: notNegative().test(
      'corner',
      'must be at most half of the shorter side',
      function (value) {
        const { widthMm, lengthMm } = this.parent as AnyObject
        return (
          value === undefined ||
          !isNumber(widthMm) ||
          !isNumber(lengthMm) ||
          value <= Math.min(widthMm, lengthMm) / 2 + 1e-9
        )
      },
    ),
    heightMm: positive(),
  }),
  circle: shaped({ diameterMm: positive().required(), heightMm: positive() }),
  ellipse: shaped({
    widthMm: positive().required(),
    lengthMm: positive().required(),
    heightMm: positive(),
  }),
  ring: shaped({
    outerDiameterMm: positive().required(),
    innerDiameterMm: positive()
      .required()
      .test('inner', 'must be smaller than the outer diameter', function (value) {
        const { outerDiameterMm } = this.parent as AnyObject
        return value === undefined || !isNumber(outerDiameterMm) || value < outerDiameterMm
      }),
    heightMm: positive(),
  }),
  regularPolygon: shaped({
    sides: whole().required().min(3),
    acrossFlatsMm: positive().required(),
    heightMm: positive(),
  }),
  polygon: shaped({ points: pointsSchema(), heightMm: positive() }),
  frustum: shaped({
    bottomDiameterMm: positive().required(),
    topDiameterMm: positive().required(),
    heightMm: positive().required(),
  }),
  rectFrustum: shaped({
    bottomWidthMm: positive().required(),
    bottomLengthMm: positive().required(),
    topWidthMm: positive().required(),
    topLengthMm: positive().required(),
    heightMm: positive().required(),
  }),
  bowl: shaped({ rimDiameterMm: positive().required(), depthMm: positive().required() }),
  measured: shaped({ capacityMl: positive().required(), heightMm: positive().required() }),
  curve: shaped({
    points: list(
      exact({ heightMm: notNegative().required(), volumeMl: notNegative().required() }).required(),
    )
      .required()
      .min(2)
      .test('rising', 'must start at 0 mm and 0 ml and rise from point to point', risingFromZero),
  }),
}

export const shapeSchema = lazy((value: { kind?: unknown } | null | undefined) => {
  const named = SHAPE_KINDS.find((known) => known === value?.kind)
  return (named ? SHAPES[named] : exact({ kind: kind() }).required()) as Schema
}) as unknown as Schema<Shape>

/** A shape, or null where none is known yet. */
export const maybeShapeSchema = lazy(
  (value: unknown) => (value === null ? mixed<Shape>().nullable() : shapeSchema) as Schema,
) as unknown as Schema<Shape | null>

/** Where the kind itself is wrong, only that is said; the other fields cannot be judged. */
const fill = () =>
  exact({
    depthMm: positive(),
    heightFraction: positive(),
    volumeFraction: positive(),
    toBrim: flag().oneOf([true], 'can only be true'),
    coat: exact({
      thicknessMm: positive().required(),
      sideHeightMm: notNegative(),
      sideThicknessMm: notNegative(),
    }),
  })
    .required()
    .test(
      'one',
      'needs exactly one of depthMm, heightFraction, volumeFraction, toBrim and coat',
      exactlyOne('depthMm', 'heightFraction', 'volumeFraction', 'toBrim', 'coat'),
    )

const inclusion = () =>
  exact({ massG: notNegative(), density: positive(), volumeMl: notNegative() })
    .required()
    .test('one', 'needs either volumeMl, or massG with density', (value) => {
      if (!value) return true
      return value.volumeMl === undefined
        ? value.massG !== undefined && value.density !== undefined
        : value.massG === undefined && value.density === undefined
    })

export const sizeLayerFields = {
  fill: fill(),
  inclusions: list(inclusion()),
  runOffPct: notNegative(),
  cups: whole().min(0),
}

export const sizeSchema = exact({
  shape: shapeSchema,
  pieces: whole().min(1),
  layers: list(exact({ id: named(), ...sizeLayerFields }).required())
    .required()
    .min(1),
  loss: exact({ perCupMl: notNegative(), reservePct: notNegative() }),
}) as unknown as Schema<SizeRequest>
