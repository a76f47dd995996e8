import type { InferType } from 'yup'
import { termsSchema } from './planTerms'
import { body, exact, id, givenInstant, list, oneOf, whole } from './fields'
import { narrowed } from './typed'

/** What is only supposed: it can be looked at and not accepted. */
export type Supposition =
  | { kind: 'mould'; mouldId: number; copies: number }
  | { kind: 'failed'; lineId: number; pieces: number }
  /** Without a date it takes what room the others leave. */
  | { kind: 'order'; recipeId: number; quantity: number; promisedAt: string | null }

export const ASK_KINDS = ['keep', 'afresh', 'improve'] as const
/**
 * `keep` moves only what must, `improve` also what gains by it, `afresh` begins from nothing but
 * the pins.
 */
export type AskKind = (typeof ASK_KINDS)[number]

const KINDS: Supposition['kind'][] = ['mould', 'failed', 'order']
/** The fields that each kind of supposition has. */
const FIELDS: Record<Supposition['kind'], readonly string[]> = {
  mould: ['mouldId', 'copies'],
  failed: ['lineId', 'pieces'],
  order: ['recipeId', 'quantity', 'promisedAt'],
}

const supposition = () =>
  narrowed<Supposition>()(
    exact({
      kind: oneOf(KINDS).required(),
      mouldId: id(),
      copies: whole().min(1).max(100),
      lineId: id(),
      pieces: whole().min(1).max(5000),
      recipeId: id(),
      quantity: whole().min(1).max(5000),
      promisedAt: givenInstant().nullable(),
    })
      .required()
      .test('fields', function (value) {
        if (!value) return true
        const missing = (FIELDS[value.kind] ?? []).find(
          (field) => value[field as keyof typeof value] === undefined,
        )
        return (
          missing === undefined ||
          this.createError({ path: `${this.path}.${missing}`, message: 'is missing' })
        )
      }),
  )

export const planAskSchema = body({
  kind: oneOf(ASK_KINDS).required(),
  terms: termsSchema,
  suppose: list(supposition()).required().max(20),
})
export type PlanAsk = InferType<typeof planAskSchema>

export const restorePlanSchema = body({
  planId: id().required(),
  direction: oneOf(['undo', 'redo'] as const).required(),
})
