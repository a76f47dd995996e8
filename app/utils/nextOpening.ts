import { MILESTONE_WORDS, type Awaited } from '~~/core/trade'
import type { PieceOpening, PieceRow } from '~~/shared/types/pieces'

/**
 * The milestones that matter for a piece as it stands: recoating while layers are missing, lifting
 * when none is.
 */
export function relevantMilestones(
  piece: Pick<PieceRow, 'layersLeft' | 'state' | 'hasMould'>,
): Awaited[] {
  if (piece.layersLeft > 0) return ['tackFrom', 'tackTo', 'sand']
  return piece.state === 'curing' && piece.hasMould ? ['demould', 'sand', 'full'] : ['sand', 'full']
}

export interface NextOpening extends PieceOpening {
  words: string
  /** A window that closes is hurried; one that opens is waited for. */
  closes: boolean
}

/** What opens or closes next for a piece, or null when everything is open. */
export function nextOpening(piece: PieceRow, now: number): NextOpening | null {
  const wanted = relevantMilestones(piece)
  const ahead = piece.openings
    .filter((opening) => wanted.includes(opening.milestone) && Date.parse(opening.at) > now)
    .sort((x, y) => x.at.localeCompare(y.at))[0]
  return ahead
    ? { ...ahead, words: MILESTONE_WORDS[ahead.milestone], closes: ahead.milestone === 'tackTo' }
    : null
}

/** What may be done with a piece for which nothing more has to be waited for. */
export function whatNow(piece: Pick<PieceRow, 'layersLeft' | 'state'>): string {
  if (piece.state === 'rework') return 'plan its rework'
  return piece.layersLeft > 0 ? 'sand, wipe and pour the next layer' : 'finish and judge'
}

/** How sure it is that a milestone has been reached. */
export const howSure = (
  { from, until }: Pick<PieceOpening, 'from' | 'until'>,
  now: number,
): 'surely' | 'perhaps' | 'not yet' =>
  Date.parse(until) <= now ? 'surely' : Date.parse(from) <= now ? 'perhaps' : 'not yet'

/** The same of a piece's milestone; one that nobody knows of is not reached. */
export const howSurely = (piece: PieceRow, milestone: Awaited, now: number) => {
  const opening = piece.openings.find((one) => one.milestone === milestone)
  return opening ? howSure(opening, now) : 'not yet'
}
