import { doingKey, isOver, type Doing } from '../run'
import { type Entry, type Recipe, numbersOf, rangesOf, type Range } from '../trade'
import type { Asked } from './asked'
import { begunFrom } from './begunFrom'
import type { PlanLine, Told } from './planLine'

/** Pieces on which some work stands alike. */
export interface ToldRange extends Range {
  told: Told | null
}

/** Work that belongs to the piece and is done in its turn. */
export const inTurn = (what: string): Doing => ({ what, visit: null, layer: null })

export const toldOf = (line: PlanLine, doing: Doing, number: number): Told | null =>
  line.told?.get(doingKey(doing))?.get(number) ?? null

const isSame = (a: Told | null, b: Told | null): boolean =>
  a?.kind === b?.kind &&
  a?.atMin === b?.atMin &&
  a?.untilMin === b?.untilMin &&
  a?.maker === b?.maker

/** Pieces cut to ranges on which some work stands alike, in their order. */
function rangesAlike(
  ranges: readonly Range[],
  toldFor: (number: number) => Told | null,
): ToldRange[] {
  return ranges.flatMap((range) => {
    const alike: ToldRange[] = []
    for (const number of numbersOf(range)) {
      const told = toldFor(number)
      const last = alike.at(-1)
      if (last && isSame(last.told, told)) last.pieces++
      else alike.push({ first: number, pieces: 1, told })
    }
    return alike
  })
}

/** What of some pieces still waits for a step, and what is done with it. */
export interface Standing {
  open: ToldRange[]
  over: (Range & { told: Told })[]
}

/** How a step stands on some pieces; what was done too long before what it was for is open again. */
export function standing(
  asked: Asked,
  line: PlanLine,
  step: Entry,
  ranges: readonly Range[],
): Standing {
  const all = rangesAlike(ranges, (number) => {
    const told = toldOf(line, inTurn(step.key), number)
    return told && isOver(told) && isLapsed(asked, line, { of: step.key, number, told })
      ? null
      : told
  })
  const isDone = (range: ToldRange): range is Range & { told: Told } & ToldRange =>
    range.told !== null && isOver(range.told)
  return { open: all.filter((range) => !isDone(range)), over: all.filter(isDone) }
}

/** Whether what had to come within a time of it has not come, and nobody is there in what is left of that. */
function isLapsed(
  asked: Asked,
  line: PlanLine,
  { of, number, told: { kind, atMin } }: { of: string; number: number; told: Told },
): boolean {
  if (kind !== 'done') return false
  return line.recipe.course.some((entry) =>
    entry.within.some(
      (one) =>
        one.of === of &&
        !hasCome(line, entry, number) &&
        !asked.isAnybodyThere(entry, { fromMin: 0, toMin: atMin + one.mostMin, durationMin: 1 }),
    ),
  )
}

/** Whether an entry has been done to a piece: told, or poured. */
function hasCome(line: PlanLine, entry: Entry, number: number): boolean {
  if (entry.kind === 'mix' || entry.kind === 'pour' || entry.kind === 'pass')
    return begunFrom(line, layerIndex(line.recipe, entry)).has(number)
  const told = toldOf(line, inTurn(entry.key), number)
  return told !== null && isOver(told)
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
      const told = toldOf(line, doing, number)
      return told === null || !isOver(told)
    }),
  )
