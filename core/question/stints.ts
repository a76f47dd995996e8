import type { PlanPot } from './planLine'
import type { Entry } from '../trade'

/** Nobody does one thing for longer than this without a break, minutes. */
export const LONGEST_STINT_MIN = 180

/** Pieces that stand in order. */
export interface Range {
  first: number
  pieces: number
}

/**
 * Some of a line's pieces going through one stage, with the tasks by which the stage is entered and
 * left.
 */
export interface Stint extends Range {
  enter: string
  leave: string
  /** The task that its pieces lie in, until somebody lifts them from there. */
  lies?: string
  /** What is done beside, and has to be done too before the next stage. */
  beside?: string[]
  /** From the end of the stage until the next may begin, minutes. */
  dryMin?: number
  /** Minutes of the task that come before what the stint stands for. */
  insideMin?: number
  /** Minutes of the task that come after it. */
  afterMin?: number
  /** Somebody has told that it has begun. */
  isBegun?: boolean
}

/** Whether two ranges share a piece. */
export const overlap = (x: Range, y: Range) =>
  x.first < y.first + y.pieces && y.first < x.first + x.pieces

/** The pieces that a pot serves, and the numbers of some pieces. */
export const rangeOf = (pot: Pick<PlanPot, 'firstPiece' | 'pieces'>): Range => ({
  first: pot.firstPiece,
  pieces: pot.pieces,
})

export const numbersOf = ({ first, pieces }: Range) =>
  Array.from({ length: pieces }, (_, i) => first + i)

/** Numbers that stand in order, as ranges without gaps. */
export function rangesOf(numbers: readonly number[]): Range[] {
  const ranges: Range[] = []
  for (const number of numbers) {
    const last = ranges.at(-1)
    if (last && last.first + last.pieces === number) last.pieces++
    else ranges.push({ first: number, pieces: 1 })
  }
  return ranges
}

/** Cuts a step into stints of some pieces that fit a shift. */
export function chunks(
  range: Range,
  step: Pick<Entry, 'pieceMin' | 'batchMin'>,
): (Range & { minutes: number })[] {
  const most =
    step.pieceMin === 0
      ? range.pieces
      : Math.max(1, Math.floor((LONGEST_STINT_MIN - step.batchMin) / step.pieceMin))
  const count = Math.ceil(range.pieces / most)
  return Array.from({ length: count }, (_, i) => {
    const first = range.first + Math.floor((i * range.pieces) / count)
    const pieces = range.first + Math.floor(((i + 1) * range.pieces) / count) - first
    return {
      first,
      pieces,
      minutes: Math.max(1, Math.ceil(step.batchMin + step.pieceMin * pieces)),
    }
  })
}
