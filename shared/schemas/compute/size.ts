import type { AnyObject, ObjectShape } from 'yup'
import { withoutRepeats, type Point } from '../../../core/geometry'
import {
  SHAPE_KINDS,
  type CurvePoint,
  type Fill,
  type Shape,
  type SizeRequest,
} from '../../../core/size'
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
import { byKind, narrowed, orNull, schemaOf } from '../typed'

const shaped = <K extends Shape['kind'], S extends ObjectShape>(kind: K, fields: S) =>
  exact({ kind: oneOf([kind]).required(), ...fields }).required()
const isNumber = (value: unknown): value is number => typeof value === 'number'

/** Both parts of a pair are checked at their own index, as in `points[1][0]`. */
export const pointSchema = () =>
  narrowed<Point>()(list(num().required()).required().length(2, 'must be a pair of numbers [x, y]'))

export const pointsSchema = () =>
  list(pointSchema())
    .required()
    .min(3)
    .test(
      'corners',
      'needs three different corners',
      (value) => !value || withoutRepeats(value).length >= 3,
    )

const risingFromZero = (points: unknown): boolean =>
  !Array.isArray(points) ||
  (points as (CurvePoint | null)[]).every((p, i) => {
    const before = (points as CurvePoint[])[i - 1]
    return before === undefined
      ? p?.heightMm === 0 && p.volumeMl === 0
      : (p?.heightMm ?? NaN) > before.heightMm && (p?.volumeMl ?? NaN) > before.volumeMl
  })

const SHAPES = {
  rectangle: shaped('rectangle', {
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
  circle: shaped('circle', { diameterMm: positive().required(), heightMm: positive() }),
  ellipse: shaped('ellipse', {
    widthMm: positive().required(),
    lengthMm: positive().required(),
    heightMm: positive(),
  }),
  ring: shaped('ring', {
    outerDiameterMm: positive().required(),
    innerDiameterMm: positive()
      .required()
      .test('inner', 'must be smaller than the outer diameter', function (value) {
        const { outerDiameterMm } = this.parent as AnyObject
        return value === undefined || !isNumber(outerDiameterMm) || value < outerDiameterMm
      }),
    heightMm: positive(),
  }),
  regularPolygon: shaped('regularPolygon', {
    sides: whole().required().min(3),
    acrossFlatsMm: positive().required(),
    heightMm: positive(),
  }),
  polygon: shaped('polygon', { points: pointsSchema(), heightMm: positive() }),
  frustum: shaped('frustum', {
    bottomDiameterMm: positive().required(),
    topDiameterMm: positive().required(),
    heightMm: positive().required(),
  }),
  rectFrustum: shaped('rectFrustum', {
    bottomWidthMm: positive().required(),
    bottomLengthMm: positive().required(),
    topWidthMm: positive().required(),
    topLengthMm: positive().required(),
    heightMm: positive().required(),
  }),
  bowl: shaped('bowl', { rimDiameterMm: positive().required(), depthMm: positive().required() }),
  measured: shaped('measured', {
    capacityMl: positive().required(),
    heightMm: positive().required(),
  }),
  curve: shaped('curve', {
    points: list(
      exact({ heightMm: notNegative().required(), volumeMl: notNegative().required() }).required(),
    )
      .required()
      .min(2)
      .test('rising', 'must start at 0 mm and 0 ml and rise from point to point', risingFromZero),
  }),
}

/** Where the kind itself is wrong, only that is said; the other fields cannot be judged. */
export const shapeSchema = byKind<Shape>()(
  SHAPES,
  exact({ kind: oneOf(SHAPE_KINDS).required() }).required(),
)

/** A shape, or null where none is known yet. */
export const maybeShapeSchema = orNull(shapeSchema)

const fill = () =>
  narrowed<Fill>()(
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
      ),
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

export const sizeSchema = schemaOf<SizeRequest>()(
  exact({
    shape: shapeSchema,
    pieces: whole().min(1),
    layers: list(exact({ id: named(), ...sizeLayerFields }).required())
      .required()
      .min(1),
    loss: exact({ perCupMl: notNegative(), reservePct: notNegative() }),
  }),
)
