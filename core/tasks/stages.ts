import type { Entry, Range } from '../trade'

/** Nobody does one thing for longer than this without a break, minutes. */
export const LONGEST_STAGE_MIN = 180

/** A poured piece is on its rack within these minutes. */
export const TO_RACK_MIN = 10

/**
 * Some of a line's pieces going through one stage, with the tasks by which the stage is entered and
 * left.
 */
export interface Stage extends Range {
  enter: string
  leave: string
  /** The task that its pieces lie in, until somebody lifts them from there. */
  lies?: string
  /** What is done beside, and has to be done too before the next stage. */
  beside?: string[]
  /** From the end of the stage until the next may begin, minutes. */
  dryMin?: number
  /** Minutes of the task that come before what the stage stands for. */
  insideMin?: number
  /** Minutes of the task that come after it. */
  afterMin?: number
  /** Somebody has told that it has begun. */
  isBegun?: boolean
}

/** Cuts a step into stages of some pieces that fit a shift. */
export function chunks(
  range: Range,
  step: Pick<Entry, 'pieceMin' | 'batchMin'>,
): (Range & { minutes: number })[] {
  const most =
    step.pieceMin === 0
      ? range.pieces
      : Math.max(1, Math.floor((LONGEST_STAGE_MIN - step.batchMin) / step.pieceMin))
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
