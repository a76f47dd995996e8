import type { InferType } from 'yup'
import { body, named, oneOf, text } from './fields'

const LETTER_SUBJECTS = ['invitation', 'promise'] as const

/** A letter as somebody writes it. */
export const letterSchema = body({
  about: oneOf(LETTER_SUBJECTS).required(),
  toName: text(160).defined('is missing'),
  toAddress: text(254)
    .required('is missing')
    .test(
      'address',
      'is no address for letters',
      (value) => !value || /^[^\s@<>,;]+@[^\s@<>,;]+\.[^\s@<>,;]+$/.test(value),
    ),
  subject: named(200).test('one-line', 'must be one line', (value) => !/[\r\n]/.test(value ?? '')),
  body: named(10_000),
})
export type LetterFields = InferType<typeof letterSchema>
