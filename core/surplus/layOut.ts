import { elementAt } from '../elementAt'
import { LIMIT_TOLERANCE } from '../result'
import {
  allSets,
  fillable,
  Packing,
  positionOf,
  type FillerClass,
  type Sets,
  type Words,
} from './mouldSets'

/** Finding fewer moulds for the same millilitres is a courtesy: it gets less time. */
const STEPS_FOR_FEWER = 100_000
/** States whose best use is kept in mind, so that they are not searched again with less. */
const MOST_REMEMBERED = 500_000

export interface Layout {
  /** For each pot, how many moulds of each class it fills. */
  counts: number[][]
  /** Whether no other layout uses more millilitres. */
  proven: boolean
}

/** How many moulds at least hold so much together. */
function fewestFor(
  ml: number,
  classes: readonly FillerClass[],
  free: (i: number) => number,
): number {
  let [left, moulds] = [ml - LIMIT_TOLERANCE, 0]
  for (let i = 0; i < classes.length && left > 0; i++) {
    const { mostMl } = elementAt(classes, i)
    const taken = Math.min(free(i), Math.ceil(left / mostMl))
    left -= taken * mostMl
    moulds += taken
  }
  return left > 0 ? Infinity : moulds
}

/** One pot after another, the most generous first, with the sets that each could fill. */
class Question {
  readonly packing: Packing
  readonly pots: { index: number; surplusMl: number; own: Sets }[]
  /** What the pots from here on can use together, each with all moulds to itself. */
  readonly afterMl: number[]
  readonly all: Words
  /** In how many ways the moulds can be partly gone. */
  readonly states: number

  constructor(
    surplusMl: readonly number[],
    readonly classes: readonly FillerClass[],
  ) {
    this.packing = new Packing(classes)
    const sets = allSets(classes, this.packing, Math.max(0, ...surplusMl))
    const ownSets = new Map([...new Set(surplusMl)].map((ml) => [ml, fillable(sets, ml)]))
    this.pots = surplusMl
      .map((ml, index) => ({ index, surplusMl: ml, own: ownSets.get(ml)! }))
      .sort((x, y) => y.surplusMl - x.surplusMl)
    this.afterMl = this.pots.map((_, i) =>
      this.pots
        .slice(i)
        .reduce(
          (sum, { surplusMl: ml, own }) =>
            sum + (own.size > 0 ? Math.min(ml, elementAt(own.mostMl, own.size - 1)) : 0),
          0,
        ),
    )
    this.afterMl.push(0)
    this.all = this.packing.pack(classes.map(({ count }) => count))
    this.states = classes.reduce((product, { count }) => product * (count + 1), 1)
  }
  countIn = ([low, high]: Words): number =>
    this.classes.reduce((sum, _, i) => sum + this.packing.unpack(low, high, i), 0)
  keyOf = ([low, high]: Words, position: number): number =>
    this.classes.reduce(
      (sum, { count }, i) => sum * (count + 1) + this.packing.unpack(low, high, i),
      position,
    )
}

/**
 * Gives filler moulds to pots so that the most millilitres are used, and of equal layouts few
 * moulds.
 * @param classes sorted by what they hold, most first; up to 20 moulds in all
 * @param mostSteps sets looked at, after which the best layout so far is taken
 */
export function layOut(
  surplusMl: readonly number[],
  classes: readonly FillerClass[],
  mostSteps: number,
): Layout {
  const question = new Question(surplusMl, classes)
  const isSmall = question.states ** 2 * question.pots.length <= mostSteps
  const { chosen, proven } = isSmall ? byStates(question) : byWindows(question, mostSteps)
  const counts: number[][] = surplusMl.map(() => [])
  for (const [position, { index }] of question.pots.entries())
    counts[index] = classes.map((_, i) =>
      question.packing.unpack(...elementAt(chosen, position), i),
    )
  return { counts, proven }
}

interface Choice {
  usedMl: number
  moulds: number
  taken: Words
  rest: Words
}

/**
 * Dynamic programming over the moulds still free: exact, where many are alike and so the states are
 * few.
 */
function byStates(question: Question): { chosen: Words[]; proven: boolean } {
  const { packing, pots } = question
  const known = new Map<number, Choice>()
  const bestFrom = (position: number, free: Words): Choice => {
    const key = question.keyOf(free, position)
    const before = known.get(key)
    if (before) return before
    let best: Choice = { usedMl: 0, moulds: 0, taken: [0, 0], rest: free }
    const pot = pots[position]
    for (let i = 0; pot && i < pot.own.size; i++) {
      const taken: Words = [elementAt(pot.own.low, i), elementAt(pot.own.high, i)]
      const rest = packing.without(free, taken)
      if (!rest) continue
      const later = bestFrom(position + 1, rest)
      const usedMl = Math.min(pot.surplusMl, elementAt(pot.own.mostMl, i)) + later.usedMl
      const moulds = question.countIn(taken) + later.moulds
      if (
        usedMl > best.usedMl + LIMIT_TOLERANCE ||
        (usedMl >= best.usedMl - LIMIT_TOLERANCE && moulds < best.moulds)
      )
        best = { usedMl, moulds, taken, rest }
    }
    known.set(key, best)
    return best
  }
  const chosen: Words[] = []
  let free = question.all
  for (const position of pots.keys()) {
    const { taken, rest } = bestFrom(position, free)
    chosen.push(taken)
    free = rest
  }
  return { chosen, proven: true }
}

/**
 * Source: bin completion for the multiple knapsack problem (Fukunaga and Korf, 2007). One pot after
 * another takes one of the sets it can fill, tried in the order in which they hold nearest to what
 * it leaves. Only a window of the sorted sets can still lead to more than the best layout: a
 * smaller set loses too much of this pot, a larger one leaves too few moulds to the others. The
 * better the best, the narrower the window.
 */
function byWindows(question: Question, mostSteps: number): { chosen: Words[]; proven: boolean } {
  const { packing, pots, afterMl, classes } = question
  const chosen: Words[] = pots.map(() => [0, 0])
  let best: Words[] = pots.map(() => [0, 0])
  let [bestMl, bestMoulds, steps] = [0, 0, 0]

  /** Most millilitres first; then, with these fixed, fewer moulds. */
  const search = (fewer: boolean): boolean => {
    const seen = new Map<number, number>()
    const until = steps + (fewer ? Math.min(mostSteps, STEPS_FOR_FEWER) : mostSteps)
    const isHopeless = (
      usedMl: number,
      possibleMl: number,
      moulds: number,
      free: Words,
    ): boolean => {
      if (!fewer) return usedMl + possibleMl <= bestMl + LIMIT_TOLERANCE
      if (usedMl + possibleMl < bestMl - LIMIT_TOLERANCE) return true
      return (
        moulds + fewestFor(bestMl - usedMl, classes, (i) => packing.unpack(...free, i)) >=
        bestMoulds
      )
    }
    const isWorse = (position: number, free: Words, usedMl: number): boolean => {
      const key = question.keyOf(free, position)
      const before = seen.get(key)
      if (before !== undefined && before >= usedMl) return true
      if (seen.size < MOST_REMEMBERED) seen.set(key, usedMl)
      return false
    }
    const pot = (
      position: number,
      free: Words,
      freeMl: number,
      usedMl: number,
      moulds: number,
    ): void => {
      if (
        fewer
          ? usedMl >= bestMl - LIMIT_TOLERANCE && moulds < bestMoulds
          : usedMl > bestMl + LIMIT_TOLERANCE
      ) {
        best = chosen.map((taken, i) => (i < position ? taken : [0, 0]))
        bestMl = fewer ? bestMl : usedMl
        bestMoulds = moulds
      }
      const possibleMl = Math.min(elementAt(afterMl, position), freeMl)
      if (
        position === pots.length ||
        isHopeless(usedMl, possibleMl, moulds, free) ||
        (!fewer && isWorse(position, free, usedMl))
      )
        return
      const { surplusMl, own } = elementAt(pots, position)
      let up = positionOf(own, surplusMl)
      let down = up - 1
      while (steps < until) {
        const floor = bestMl - usedMl - elementAt(afterMl, position + 1) - LIMIT_TOLERANCE
        const ceiling = usedMl + surplusMl + freeMl - bestMl + LIMIT_TOLERANCE
        const upFits = up < own.size && elementAt(own.mostMl, up) <= ceiling
        const downFits = down >= 0 && elementAt(own.mostMl, down) >= floor
        if (!upFits && !downFits) return
        const i =
          upFits &&
          (!downFits ||
            elementAt(own.mostMl, up) - surplusMl <= surplusMl - elementAt(own.mostMl, down))
            ? up++
            : down--
        steps++
        const taken: Words = [elementAt(own.low, i), elementAt(own.high, i)]
        const rest = packing.without(free, taken)
        if (!rest) continue
        chosen[position] = taken
        pot(
          position + 1,
          rest,
          freeMl - elementAt(own.mostMl, i),
          usedMl + Math.min(surplusMl, elementAt(own.mostMl, i)),
          moulds + question.countIn(taken),
        )
        if (isHopeless(usedMl, possibleMl, moulds, free)) return
      }
    }
    pot(
      0,
      question.all,
      classes.reduce((sum, { mostMl, count }) => sum + mostMl * count, 0),
      0,
      0,
    )
    return steps < until
  }
  const proven = search(false)
  search(true)
  return { chosen: best, proven }
}
