import { AWAITED, type Awaited } from '../../core/trade'
import { body, flag, id, named, oneOf, text, version } from './fields'

export const VERDICTS = ['good', 'rework', 'lost'] as const
export type Verdict = (typeof VERDICTS)[number]

export const judgeSchema = body({
  version: version(),
  verdict: oneOf(VERDICTS).required(),
  note: text(4000).defined('is missing'),
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
export const noteSchema = body({ note: named(4000) })
