import type { InferType } from 'yup'
import { OWN_UNITS, type OwnUnits } from '../../core/units'
import { body, exact, flag, named, oneOf, positive, text } from './fields'
import { schemaOf } from './typed'

/** A name to sign in with: what can be typed on any keyboard; capitals do not count. */
export const signInField = () =>
  text(64)
    .required('must not be empty')
    .matches(/^[a-z0-9][a-z0-9._@-]*$/i, 'takes letters, digits, points, hyphens and @')

const SHORTEST_PASSWORD = 10
export const passwordField = () => text(200).required('must not be empty').min(SHORTEST_PASSWORD)

export const invitedSchema = body({ password: passwordField() })
export const changePasswordSchema = body({
  now: text(200).required('must not be empty'),
  password: passwordField(),
})

export const signInSchema = body({
  signIn: named(64),
  password: text(200).required().min(1, 'must not be empty'),
  /** Of the second factor, where there is one. */
  code: text(40).optional(),
})

export type SignInFields = InferType<typeof signInSchema>

export const secondFactorSchema = body({
  password: text(200).required('must not be empty'),
  secret: text(64)
    .required()
    .matches(/^[A-Z2-7]{32}$/, 'is no secret that was made here'),
  code: text(40).required('must not be empty'),
})
export type SecondFactorFields = InferType<typeof secondFactorSchema>
export const ownPasswordSchema = body({ password: text(200).required('must not be empty') })

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
