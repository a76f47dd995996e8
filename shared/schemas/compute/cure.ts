import type { CureBandRequest, CureRequest, TemperatureStep } from '../../../core/cure'
import { byName, exact, list, named, notNegative, num, positive } from '../fields'
import { schemaOf } from '../typed'

const ABSOLUTE_ZERO_C = -273.15
export const temperature = () => num().moreThan(ABSOLUTE_ZERO_C)

const step = () =>
  exact({
    fromMin: num().required(),
    tempC: temperature().required(),
  }).required()

const resin = () =>
  exact({
    referenceC: temperature().required(),
    activationKJ: notNegative().required(),
    milestones: byName(notNegative().required()).required(),
  }).required()

const profile = () =>
  list(step())
    .required()
    .min(1)
    .test('order', function (value) {
      const steps = (value ?? []) as (TemperatureStep | null)[]
      const wrong = steps.findIndex(
        (entry, i) => i > 0 && !((entry?.fromMin ?? NaN) > (steps[i - 1]?.fromMin ?? NaN)),
      )
      return (
        wrong < 0 ||
        this.createError({
          path: `${this.path}[${wrong}].fromMin`,
          message: 'must come after the entry before it',
        })
      )
    })

export const cureSchema = schemaOf<CureRequest>()(
  exact({
    resin: resin(),
    profile: profile(),
    startMin: num().required(),
    pot: exact({
      massG: positive().required(),
      referenceG: positive().required(),
      massExponent: num().required(),
    }),
  }),
)

const quantiles = () =>
  list(num().moreThan(0).lessThan(1).required())
    .min(1)
    .test('rising', function (value) {
      const wrong = (value ?? []).findIndex((one, i) => i > 0 && !(one > (value?.[i - 1] ?? NaN)))
      return (
        wrong < 0 ||
        this.createError({
          path: `${this.path}[${wrong}]`,
          message: 'must be greater than the one before it',
        })
      )
    })

export const cureBandSchema = schemaOf<CureBandRequest>()(
  exact({
    resin: resin(),
    profile: profile(),
    startMin: num().required(),
    clock: exact({ logMean: num(), logSd: notNegative() }),
    tempSdC: notNegative(),
    quantiles: quantiles(),
    windows: list(
      exact({
        id: named().required(),
        opens: named().required(),
        closes: named().required(),
      }).required(),
    ),
  }),
)
