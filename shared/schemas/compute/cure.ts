import type { CureRequest, TemperatureStep } from '../../../core/cure'
import { byName, exact, list, notNegative, num, positive } from '../fields'
import { schemaOf } from '../typed'

const ABSOLUTE_ZERO_C = -273.15
export const temperature = () => num().moreThan(ABSOLUTE_ZERO_C)

const step = () =>
  exact({
    fromMin: num().required(),
    tempC: temperature().required(),
  }).required()

export const cureSchema = schemaOf<CureRequest>()(
  exact({
    resin: exact({
      referenceC: temperature().required(),
      activationKJ: notNegative().required(),
      milestones: byName(notNegative().required()).required(),
    }).required(),
    profile: list(step())
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
      }),
    startMin: num().required(),
    pot: exact({
      massG: positive().required(),
      referenceG: positive().required(),
      massExponent: num().required(),
    }),
  }),
)
