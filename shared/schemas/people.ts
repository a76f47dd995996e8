import type { InferType } from 'yup'
import { OWN_UNITS, type OwnUnits } from '../../core/units'
import { body, exact, flag, named, oneOf, positive, text } from './fields'
import { schemaOf } from './typed'

export const signInSchema = body({
  signIn: named(64),
  password: text(200).required().min(1, 'must not be empty'),
})

export const measureChoiceSchema = body({
  kind: oneOf(['scale', 'cup'] as const).required(),
  step: positive().required().max(1000),
  tare: flag().required(),
})

export const ownUnitsSchema = schemaOf<OwnUnits>()(
  exact({
    mass: oneOf(OWN_UNITS.mass).required(),
    volume: oneOf(OWN_UNITS.volume).required(),
    length: oneOf(OWN_UNITS.length).required(),
    temperature: oneOf(OWN_UNITS.temperature).required(),
  }),
)
export type MeasureChoice = InferType<typeof measureChoiceSchema>
