import type { Measure, MixRequest, RescueRequest } from '../../../core/mix'
import { exact, exactlyOne, flag, notNegative, oneOf, positive } from '../fields'
import { byKind, schemaOf } from '../typed'

export const mixResinFields = () => ({
  ratio: exact({
    basis: oneOf(['volume', 'mass'] as const).required(),
    a: positive().required(),
    b: positive().required(),
  }).required(),
  densityA: positive(),
  densityB: positive(),
  tolerancePct: notNegative(),
  pourFirst: oneOf(['a', 'b'] as const),
})
const resin = () => exact(mixResinFields()).required()

const KINDS = ['exact', 'cup', 'scale'] as const
const kind = <K extends (typeof KINDS)[number]>(name: K) => oneOf([name]).required()

const measureSchema = byKind<Measure>()(
  {
    exact: exact({ kind: kind('exact') }).required(),
    cup: exact({ kind: kind('cup'), graduationMl: positive().required() }).required(),
    scale: exact({
      kind: kind('scale'),
      resolutionG: positive().required(),
      tare: flag(),
    }).required(),
  },
  exact({
    kind: oneOf(KINDS).required(),
    graduationMl: positive(),
    resolutionG: positive(),
    tare: flag(),
  }).required(),
)

export const mixSchema = schemaOf<MixRequest>()(
  exact({
    resin: resin(),
    need: exact({ volumeMl: positive(), massG: positive() })
      .required()
      .test('one', 'needs either volumeMl or massG', exactlyOne('volumeMl', 'massG')),
    measure: measureSchema,
    snapTolerancePct: notNegative(),
  }),
)

const inCup = () =>
  exact({ massG: notNegative(), volumeMl: notNegative() })
    .required()
    .test('one', 'needs either massG or volumeMl', exactlyOne('massG', 'volumeMl'))

export const rescueSchema = schemaOf<RescueRequest>()(
  exact({
    resin: resin(),
    inCup: exact({ a: inCup(), b: inCup() }).required(),
    needMl: notNegative(),
    cupCapacityMl: positive(),
  }),
)
