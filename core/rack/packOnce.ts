import { elementAt } from '../elementAt'
import { without, type Rect } from './freeSpace'
import { fillFromFront } from './fillFromFront'
import { TOLERANCE_MM, type Item } from './items'

/** Where an item lies, on which shelf. */
export interface Spot extends Rect {
  item: number
  shelf: number
  isTurned: boolean
}

/** How good a free rectangle is for something: the less the better, of equal ones by the second. */
export type Rule = (free: Rect, width: number, depth: number) => [number, number]

/** In which ways a place is chosen on a shelf on which something lies; each is good for other pieces. */
const RULES: readonly Rule[] = [
  ({ width, depth }, w, d) => [Math.min(width - w, depth - d), Math.max(width - w, depth - d)],
  ({ x, y }, _w, d) => [y + d, x],
  ({ x, y }, w) => [x + w, y],
  ({ width, depth }, w, d) => [width * depth - w * d, Math.min(width - w, depth - d)],
]

/** One more way than there are rules: from the front, where nothing lies yet. */
export const WAYS = RULES.length + 1

type Fit = Rect & { isTurned: boolean; score: number; second: number }
function bestIn(free: readonly Rect[], { width, depth, mayTurn }: Item, rule: Rule): Fit | null {
  let best: Fit | null = null
  const turns = mayTurn && Math.abs(width - depth) > TOLERANCE_MM ? 2 : 1
  for (const rect of free)
    for (let turn = 0; turn < turns; turn++) {
      const [w, d] = turn === 1 ? [depth, width] : [width, depth]
      if (w > rect.width + TOLERANCE_MM || d > rect.depth + TOLERANCE_MM) continue
      const [score, second] = rule(rect, w, d)
      if (best && (score > best.score || (score === best.score && second >= best.second))) continue
      best = { x: rect.x, y: rect.y, width: w, depth: d, isTurned: turn === 1, score, second }
    }
  return best
}

/** How a layout is made: what comes first, and how far a better fit may come before it. */
export interface Making {
  order: readonly number[]
  shelves: readonly number[]
  rule: number
  /** Each place in the order is worth so much leftover, mm. */
  pullMm: number
}

/**
 * Fills one shelf after the other, each time with what fits best of what has not been placed; what
 * comes early in the order is preferred.
 * @param free the free rectangles of each shelf, as it stands
 */
export function packOnce(
  items: readonly Item[],
  { order, shelves, rule, pullMm }: Making,
  free: readonly (readonly Rect[])[],
): Spot[] {
  const spots: Spot[] = []
  const waiting = [...order]
  const choose = elementAt(RULES, rule % RULES.length)
  for (const shelf of shelves) {
    let left: readonly Rect[] = elementAt(free, shelf)
    const able = waiting.filter((at) => elementAt(items, at).fits[shelf] === true)
    const [whole] = left
    if (rule === RULES.length && whole && left.length === 1) {
      for (const { item, ...spot } of fillFromFront(items, able, whole)) {
        spots.push({ ...spot, item, shelf })
        waiting.splice(waiting.indexOf(item), 1)
      }
      continue
    }
    while (able.length > 0 && left.length > 0) {
      let [bestAt, best, least, second] = [
        -1,
        null as ReturnType<typeof bestIn>,
        Infinity,
        Infinity,
      ]
      for (let i = able.length - 1; i >= 0; i--) {
        const found = bestIn(left, elementAt(items, elementAt(able, i)), choose)
        // What fits nowhere now will not fit later.
        if (!found) {
          able.splice(i, 1)
          if (bestAt > i) bestAt--
          continue
        }
        const score = found.score + pullMm * i
        if (score > least || (score === least && found.second >= second)) continue
        ;[bestAt, best, least, second] = [i, found, score, found.second]
      }
      if (!best) break
      const [at] = able.splice(bestAt, 1)
      waiting.splice(waiting.indexOf(at as number), 1)
      const { score: _score, second: _second, ...spot } = best
      spots.push({ ...spot, item: at as number, shelf })
      left = without(left, spot)
    }
  }
  return spots
}
