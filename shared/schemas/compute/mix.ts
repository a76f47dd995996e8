import { lazy, type Schema } from 'yup'
import type { MixRequest, MixResin, RescueRequest } from '../../../core/mix'
import { exact, exactlyOne, flag, notNegative, oneOf, positive } from '../fields'

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
const resin = () => exact(mixResinFields()).required() as unknown as Schema<MixResin>

const kind = () => oneOf(['exact', 'cup', 'scale'] as const).required()
const MEASURES = {
  exact: exact({ kind: kind() }).required(),
  cup: exact({ kind: kind(), graduationMl: positive().required() }).required(),
  scale: exact({ kind: kind(), resolutionG: positive().required(), tare: flag() }).required(),
}
const isMeasure = (name: unknown): name is keyof typeof MEASURES =>
  typeof name === 'string' && Object.hasOwn(MEASURES, name)

const measureSchema = lazy((value: { kind?: unknown } | null | undefined) => {
  const named = value?.kind
  return isMeasure(named)
    ? MEASURES[named]
    : exact({
        kind: kind(),
        graduationMl: positive(),
        resolutionG: positive(),
        tare: flag(),
      }).required()
})

export const mixSchema = exact({
  resin: resin(),
  need: exact({ volumeMl: positive(), massG: positive() })
    .required()
    .test('one', 'needs either volumeMl or massG', exactlyOne('volumeMl', 'massG')),
  measure: measureSchema,
  snapTolerancePct: notNegative(),
}) as unknown as Schema<MixRequest>

const inCup = () =>
  exact({ massG: notNegative(), volumeMl: notNegative() })
    .required()
    .test('one', 'needs either massG or volumeMl', exactlyOne('massG', 'volumeMl'))

export const rescueSchema = exact({
  resin: resin(),
  inCup: exact({ a: inCup(), b: inCup() }).required(),
  needMl: notNegative(),
  cupCapacityMl: positive(),
}) as unknown as Schema<RescueRequest>
