import { elementAt } from '../elementAt'
import { TOLERANCE_MM, type Item } from './items'
import type { Rect } from './freeSpace'

/** Where one of some items comes to lie. */
export interface Laid extends Rect {
  item: number
  isTurned: boolean
}
/** A level stretch of what has been laid so far, seen from the front edge. */
interface Stretch {
  x: number
  y: number
  width: number
}

const isSame = (a: number, b: number) => Math.abs(a - b) <= TOLERANCE_MM

/**
 * Fills an empty shelf from its front edge: the lowest gap is filled each time with what closes it
 * most exactly, of equal ones with what comes first in the order; a gap that takes nothing is given
 * up.
 * Source: best fit by the skyline (Burke, Kendall and Whitwell, 2004) with exact fits counted (Leung
 * and others, 2011).
 * @param able numbers of the items that may lie there, in order; those that are laid are taken out
 */
export function fillFromFront(items: readonly Item[], able: number[], shelf: Rect): Laid[] {
  const laid: Laid[] = []
  const line: Stretch[] = [{ x: shelf.x, y: shelf.y, width: shelf.width }]
  const back = shelf.y + shelf.depth
  while (able.length > 0) {
    let low = 0
    for (let i = 1; i < line.length; i++)
      if (elementAt(line, i).y < elementAt(line, low).y - TOLERANCE_MM) low = i
    const gap = elementAt(line, low)
    if (gap.y >= back - TOLERANCE_MM) break
    const left = (line[low - 1]?.y ?? back) - gap.y
    const right = (line[low + 1]?.y ?? back) - gap.y
    let [best, bestScore, isTurned] = [-1, -1, false]
    for (let i = 0; i < able.length; i++) {
      const { width, depth, mayTurn } = elementAt(items, elementAt(able, i))
      for (let turn = 0; turn < (mayTurn ? 2 : 1); turn++) {
        const [w, d] = turn === 1 ? [depth, width] : [width, depth]
        if (w > gap.width + TOLERANCE_MM || gap.y + d > back + TOLERANCE_MM) continue
        const score =
          (isSame(w, gap.width) ? 2 : 0) +
          (isSame(d, left) ? 1 : 0) +
          (isSame(d, right) ? 1 : 0) +
          (isSame(gap.y + d, back) ? 1 : 0)
        if (score > bestScore) [best, bestScore, isTurned] = [i, score, turn === 1]
      }
    }
    if (best < 0) {
      giveUp(line, low, back)
      continue
    }
    const [item = 0] = able.splice(best, 1)
    const { width, depth } = elementAt(items, item)
    const [w, d] = isTurned ? [depth, width] : [width, depth]
    // Beside the higher neighbour, or beside the one that it is level with.
    const atLeft = isSame(d, left) || (!isSame(d, right) && left >= right)
    const x = atLeft ? gap.x : gap.x + gap.width - w
    laid.push({ x, y: gap.y, width: w, depth: d, item, isTurned })
    raise(line, low, { x, y: gap.y + d, width: w })
  }
  return laid
}

/** A gap is as good as full up to the lower of its neighbours. */
function giveUp(line: Stretch[], at: number, back: number): void {
  const gap = elementAt(line, at)
  gap.y = Math.min(line[at - 1]?.y ?? back, line[at + 1]?.y ?? back)
  join(line, at)
}

/** Something lies in a gap, at one of its ends. */
function raise(line: Stretch[], at: number, top: Stretch): void {
  const gap = elementAt(line, at)
  const left = top.x - gap.x
  const right = gap.x + gap.width - (top.x + top.width)
  const parts = [top]
  if (left > TOLERANCE_MM) parts.unshift({ x: gap.x, y: gap.y, width: left })
  if (right > TOLERANCE_MM) parts.push({ x: top.x + top.width, y: gap.y, width: right })
  line.splice(at, 1, ...parts)
  join(line, at + (left > TOLERANCE_MM ? 1 : 0))
}

/** A stretch and its neighbours are one where they are level. */
function join(line: Stretch[], at: number): void {
  const [before, here, after] = [line[at - 1], elementAt(line, at), line[at + 1]]
  if (after && isSame(after.y, here.y)) {
    here.width += after.width
    line.splice(at + 1, 1)
  }
  if (before && isSame(before.y, here.y)) {
    before.width += here.width
    line.splice(at, 1)
  }
}
