import { elementAt } from '../elementAt'
import { LIMIT_TOLERANCE } from '../result'

/** Several filler moulds that hold the same: between least and most millilitres each. */
export interface FillerClass {
  leastMl: number
  mostMl: number
  count: number
}

/** How many of each class, packed. */
export type Words = [number, number]

/**
 * How many of each class stand in a set, packed into two words: every class has its own bits and
 * one guard bit above them, so that one subtraction tells whether a set is still free.
 */
export class Packing {
  readonly shift: number[] = []
  readonly word: (0 | 1)[] = []
  private readonly guard: Words = [0, 0]

  constructor(classes: readonly FillerClass[]) {
    const used: Words = [0, 0]
    for (const { count } of classes) {
      const bits = Math.ceil(Math.log2(count + 1)) + 1
      const word = used[0] + bits <= 31 ? 0 : 1
      this.word.push(word)
      this.shift.push(used[word])
      used[word] += bits
      this.guard[word] |= 1 << (used[word] - 1)
    }
  }
  pack = (counts: readonly number[]): Words => {
    const words: Words = [0, 0]
    counts.forEach(
      (count, i) => (words[elementAt(this.word, i)] += count << elementAt(this.shift, i)),
    )
    return words
  }
  /** What stays of the free moulds, or null where the set is no longer free. */
  without = (free: Words, set: Words): Words | null => {
    const low = (free[0] | this.guard[0]) - set[0]
    const high = (free[1] | this.guard[1]) - set[1]
    if ((low & this.guard[0]) !== this.guard[0] || (high & this.guard[1]) !== this.guard[1])
      return null
    return [low & ~this.guard[0], high & ~this.guard[1]]
  }
  unpack = (low: number, high: number, i: number): number => {
    const end =
      this.shift[i + 1] !== undefined && this.word[i + 1] === this.word[i]
        ? elementAt(this.shift, i + 1)
        : 31
    const own = (this.word[i] === 0 ? low : high) & ~this.guard[elementAt(this.word, i)]
    return (own >>> elementAt(this.shift, i)) & ((1 << (end - elementAt(this.shift, i))) - 1)
  }
}

/** Sets of moulds, sorted by what they hold at most. */
export interface Sets {
  size: number
  mostMl: Float64Array
  leastMl: Float64Array
  low: Int32Array
  high: Int32Array
}

const newSets = (size: number): Sets => ({
  size,
  mostMl: new Float64Array(size),
  leastMl: new Float64Array(size),
  low: new Int32Array(size),
  high: new Int32Array(size),
})

function copySet(
  from: Sets,
  i: number,
  to: Sets,
  at: number,
  mostMl = 0,
  leastMl = 0,
  low = 0,
  high = 0,
): void {
  to.mostMl[at] = elementAt(from.mostMl, i) + mostMl
  to.leastMl[at] = elementAt(from.leastMl, i) + leastMl
  to.low[at] = elementAt(from.low, i) + low
  to.high[at] = elementAt(from.high, i) + high
}

/**
 * Every set whose least fill some pot could reach, built class by class; merging keeps it sorted
 * without a sort.
 */
export function allSets(
  classes: readonly FillerClass[],
  packing: Packing,
  greatestMl: number,
): Sets {
  let sets = newSets(1)
  for (const [c, { leastMl, mostMl, count }] of classes.entries()) {
    const without = sets
    for (let k = 1; k <= count; k++) {
      const merged = newSets(sets.size + without.size)
      const one = k * (1 << elementAt(packing.shift, c))
      const [low, high] = packing.word[c] === 0 ? [one, 0] : [0, one]
      let [i, j, at] = [0, 0, 0]
      while (i < sets.size || j < without.size) {
        if (
          j >= without.size ||
          (i < sets.size && elementAt(sets.mostMl, i) <= elementAt(without.mostMl, j) + k * mostMl)
        )
          copySet(sets, i++, merged, at++)
        else if (elementAt(without.leastMl, j) + k * leastMl <= greatestMl + LIMIT_TOLERANCE)
          copySet(without, j++, merged, at++, k * mostMl, k * leastMl, low, high)
        else j++
      }
      merged.size = at
      sets = merged
    }
  }
  return sets
}

/** The sets that one pot could fill: their least depths take no more than it leaves. */
export function fillable(sets: Sets, surplusMl: number): Sets {
  const own = newSets(sets.size)
  let at = 0
  for (let i = 0; i < sets.size; i++)
    if (elementAt(sets.leastMl, i) <= surplusMl + LIMIT_TOLERANCE) copySet(sets, i, own, at++)
  own.size = at
  return own
}

/** The first position whose set holds at least so much. */
export function positionOf(sets: Sets, mostMl: number): number {
  let [low, high] = [0, sets.size]
  while (low < high) {
    const middle = (low + high) >> 1
    if (elementAt(sets.mostMl, middle) < mostMl) low = middle + 1
    else high = middle
  }
  return low
}
