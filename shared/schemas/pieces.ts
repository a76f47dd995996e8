import type { InferType } from 'yup'
import { DEFECTS, ROUTES } from '../../core/rework'
import { AWAITED, FRONTS, type Awaited } from '../../core/trade'
import { body, flag, id, named, num, oneOf, text, version, whole } from './fields'

export const VERDICTS = ['good', 'second', 'rework', 'lost'] as const
export type Verdict = (typeof VERDICTS)[number]

export const judgeSchema = body({
  version: version(),
  verdict: oneOf(VERDICTS).required(),
  note: text(4000).defined('is missing'),
  /** Which piece of a set; absent for all of it. */
  part: text(80),
  route: oneOf(ROUTES).test('route', 'say how it is mended', function (value) {
    return (this.parent as { verdict?: unknown }).verdict !== 'rework' || value !== undefined
  }),
  /** It is finished, whatever the log says. */
  soItIs: flag(),
})
export const pieceActSchema = body({
  version: version(),
  note: text(4000).defined('is missing'),
  /** It is poured whole, whatever the log says. */
  soItIs: flag(),
})
export const movePieceSchema = body({
  version: version(),
  placeId: id().required(),
})
/** What a finger found. */
export interface TouchInput {
  milestone: Awaited
  isThere: boolean
}
export const touchSchema = body({
  milestone: oneOf(AWAITED).required(),
  isThere: flag().required(),
})
const share = () => num().min(-1).max(1).required()
/** What is wrong where on a face; a mark that is set already is taken off by setting it not. */
export const markSchema = body({
  defect: oneOf(DEFECTS).required(),
  face: oneOf(FRONTS).required(),
  x: share(),
  y: share(),
  part: text(80).defined('is missing'),
  isThere: flag().required(),
})
export type MarkInput = InferType<typeof markSchema>
export const frontSchema = body({
  face: oneOf(FRONTS).required(),
  part: text(80).defined('is missing'),
})
export type FrontInput = InferType<typeof frontSchema>
/** More of the same beside what is made again. */
export const spareSchema = body({ more: whole().required().min(1).max(50) })
export const noteSchema = body({ note: named(4000) })
