import type { Issue, IssueCode, IssueParams } from './issue'

export type { Issue, IssueCode } from './issue'

type ParamsOf<C extends IssueCode> = IssueParams[C] extends null ? [] : [IssueParams[C]]

/** Says what is wrong at a path. */
export const issue = <C extends IssueCode>(
  path: string,
  code: C,
  ...[params]: ParamsOf<C>
): Issue => ({ path, code, params: params ?? null }) as Issue

/** Every reason for which the core refuses a request. */
export const REFUSAL_CODES = [
  'invalid-input',
  'density-required',
  'over-brim',
  'level-not-rising',
  'inclusions-exceed-layer',
  'outline-crosses',
  'margin-impossible',
  'does-not-fit',
  'never-sure',
  'cup-empty',
  'parts-exceed-layer',
  'parts-short-of-layer',
  'fillers-exceed-cup',
  'mix-too-small',
  'unreadable-mesh',
  'infeasible',
  'not-found',
  'unknown-operation',
] as const
export type RefusalCode = (typeof REFUSAL_CODES)[number]

export interface Refusal {
  ok: false
  code: RefusalCode
  issues: Issue[]
}
export type Result<T> = { ok: true; value: T } | Refusal

/** The answer of a core function that found nothing wrong. */
export const answer = <T>(value: T): Result<T> => ({ ok: true, value })

/** Refuses a request with one or several issues; a person can cause this, a bug throws instead. */
export const refuse = (code: RefusalCode, ...issues: Issue[]): Refusal => ({
  ok: false,
  code,
  issues,
})

/** Shorthand for the commonest refusal: one field that cannot be used as given. */
export const invalid = <C extends IssueCode>(
  path: string,
  code: C,
  ...params: ParamsOf<C>
): Refusal => refuse('invalid-input', issue(path, code, ...params))

/** Limits are compared with this slack, in the unit of the compared value. */
export const LIMIT_TOLERANCE = 1e-9
