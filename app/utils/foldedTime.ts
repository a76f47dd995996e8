import { united } from '~~/shared/time/changedShifts'

/** A span of time, milliseconds since 1970. */
export type Span = readonly [fromMs: number, toMs: number]

/** A folded span is drawn this wide, pixels. */
export const FOLD_PX = 16

/** Where instants lie along a line on which some spans are folded to narrow strips. */
export interface TimeLine {
  x: (ms: number) => number
  msAt: (px: number) => number
  widthPx: number
}

interface Piece {
  fromMs: number
  toMs: number
  fromPx: number
  pxPerMs: number
}

/**
 * A line from one instant to another, so many pixels to a millisecond where it is not folded.
 * @param folds in order, none touching another; what lies outside the line counts for nothing
 */
export function timeLine([fromMs, toMs]: Span, pxPerMs: number, folds: readonly Span[]): TimeLine {
  const pieces: Piece[] = []
  let [atMs, atPx] = [fromMs, 0]
  const add = (untilMs: number, scale: number) => {
    if (untilMs <= atMs) return
    pieces.push({ fromMs: atMs, toMs: untilMs, fromPx: atPx, pxPerMs: scale })
    atPx += (untilMs - atMs) * scale
    atMs = untilMs
  }
  for (const [from, to] of folds) {
    if (to <= fromMs || from >= toMs) continue
    add(Math.max(from, fromMs), pxPerMs)
    add(Math.min(to, toMs), FOLD_PX / (Math.min(to, toMs) - atMs))
  }
  add(toMs, pxPerMs)
  const nothing: Piece = { fromMs, toMs, fromPx: 0, pxPerMs }
  /** The last piece that begins no later, or the first. */
  const pieceAt = (value: number, of: 'fromMs' | 'fromPx'): Piece => {
    let [low, high] = [0, pieces.length - 1]
    while (low < high) {
      const middle = Math.ceil((low + high) / 2)
      if ((pieces[middle]?.[of] ?? Infinity) <= value) low = middle
      else high = middle - 1
    }
    return pieces[low] ?? nothing
  }
  return {
    widthPx: atPx,
    x: (ms) => {
      const piece = pieceAt(ms, 'fromMs')
      return piece.fromPx + (ms - piece.fromMs) * piece.pxPerMs
    },
    msAt: (px) => {
      const piece = pieceAt(px, 'fromPx')
      return piece.fromMs + (px - piece.fromPx) / piece.pxPerMs
    },
  }
}

/**
 * What can be folded: where nobody is there for longer than a while, and a little beside their hours
 * stays open.
 */
export function idleSpans(
  hands: readonly Span[],
  { leastMs, besideMs }: { leastMs: number; besideMs: number },
): Span[] {
  const there = united(
    hands.map(([from, to]): Span => [from - besideMs, to + besideMs]),
    leastMs,
  )
  return there.slice(1).map(([from], i): Span => [there[i]?.[1] ?? from, from])
}
