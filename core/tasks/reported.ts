import { doingKey, isOver, type Doing } from '../run'
import { type Entry, type Recipe, numbersOf, rangesOf, type Range } from '../trade'
import type { AtLine } from './at'
import { begunFrom } from './begunFrom'
import type { PlanLine, Reported } from './planLine'

/** Pieces on which some work stands alike. */
export interface ReportedRange extends Range {
  reported: Reported | null
}

/** Work that belongs to the piece and is done in its turn. */
export const inTurn = (what: string): Doing => ({ what, visit: null, layer: null })

export const reportedOf = (line: PlanLine, doing: Doing, number: number): Reported | null =>
  line.reported?.get(doingKey(doing))?.get(number) ?? null

const isSame = (a: Reported | null, b: Reported | null): boolean =>
  a?.kind === b?.kind &&
  a?.atMin === b?.atMin &&
  a?.untilMin === b?.untilMin &&
  a?.maker === b?.maker

/** Pieces cut to ranges on which some work stands alike, in their order. */
function rangesAlike(
  ranges: readonly Range[],
  reportedFor: (number: number) => Reported | null,
): ReportedRange[] {
  return ranges.flatMap((range) => {
    const alike: ReportedRange[] = []
    for (const number of numbersOf(range)) {
      const reported = reportedFor(number)
      const last = alike.at(-1)
      if (last && isSame(last.reported, reported)) last.pieces++
      else alike.push({ first: number, pieces: 1, reported })
    }
    return alike
  })
}

/** What of some pieces still waits for a step, and what is done with it. */
export interface OpenAndOver {
  open: ReportedRange[]
  over: (Range & { reported: Reported })[]
}

/** How a step stands on some pieces; what was done too long before what it was for is open again. */
export function openAndOver(at: AtLine, step: Entry, ranges: readonly Range[]): OpenAndOver {
  const all = rangesAlike(ranges, (number) => {
    const reported = reportedOf(at.line, inTurn(step.key), number)
    return reported && isOver(reported) && isLapsed(at, { of: step.key, number, reported })
      ? null
      : reported
  })
  const isDone = (range: ReportedRange): range is Range & { reported: Reported } & ReportedRange =>
    range.reported !== null && isOver(range.reported)
  return { open: all.filter((range) => !isDone(range)), over: all.filter(isDone) }
}

/** Whether what had to come within a time of it has not come, and nobody is there in what is left of that. */
function isLapsed(
  { draft, line }: AtLine,
  { of, number, reported: { kind, atMin } }: { of: string; number: number; reported: Reported },
): boolean {
  if (kind !== 'done') return false
  return line.recipe.course.some((entry) =>
    entry.within.some(
      (one) =>
        one.of === of &&
        !hasCome(line, entry, number) &&
        !draft.isAnybodyThere(entry, { fromMin: 0, toMin: atMin + one.mostMin, durationMin: 1 }),
    ),
  )
}

/** Whether an entry has been done to a piece: told, or poured. */
function hasCome(line: PlanLine, entry: Entry, number: number): boolean {
  if (entry.kind === 'mix' || entry.kind === 'pour' || entry.kind === 'pass')
    return begunFrom(line, layerIndex(line.recipe, entry)).has(number)
  const reported = reportedOf(line, inTurn(entry.key), number)
  return reported !== null && isOver(reported)
}

const layerIndex = ({ layers }: Recipe, { layer }: Entry): number =>
  Math.max(
    0,
    layers.findIndex(({ key }) => key === layer),
  )

/** Pieces of a range for which work beside a pot is not over. */
export const notOver = (line: PlanLine, doing: Doing, range: Range): Range[] =>
  rangesOf(
    numbersOf(range).filter((number) => {
      const reported = reportedOf(line, doing, number)
      return reported === null || !isOver(reported)
    }),
  )
