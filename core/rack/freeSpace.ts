import { TOLERANCE_MM } from './items'

export interface Rect {
  x: number
  y: number
  width: number
  depth: number
}

const overlaps = (a: Rect, b: Rect): boolean =>
  a.x + TOLERANCE_MM < b.x + b.width &&
  b.x + TOLERANCE_MM < a.x + a.width &&
  a.y + TOLERANCE_MM < b.y + b.depth &&
  b.y + TOLERANCE_MM < a.y + a.depth

const isInside = (inner: Rect, outer: Rect): boolean =>
  inner.x >= outer.x - TOLERANCE_MM &&
  inner.y >= outer.y - TOLERANCE_MM &&
  inner.x + inner.width <= outer.x + outer.width + TOLERANCE_MM &&
  inner.y + inner.depth <= outer.y + outer.depth + TOLERANCE_MM

/** What of a free rectangle is left beside something in it: up to four rectangles, which overlap. */
function leftOf(free: Rect, taken: Rect): Rect[] {
  const right = taken.x + taken.width
  const back = taken.y + taken.depth
  return [
    { ...free, width: taken.x - free.x },
    { ...free, x: right, width: free.x + free.width - right },
    { ...free, depth: taken.y - free.y },
    { ...free, y: back, depth: free.y + free.depth - back },
  ].filter(({ width, depth }) => width > TOLERANCE_MM && depth > TOLERANCE_MM)
}

/**
 * The free space of a shelf as all of its greatest free rectangles, once something has been put on
 * it.
 * Source: maximal rectangles, the usual way to keep track of what is free in a plane.
 */
export function without(free: readonly Rect[], taken: Rect): Rect[] {
  const whole: Rect[] = []
  const cut: Rect[] = []
  for (const rect of free)
    if (overlaps(rect, taken)) cut.push(...leftOf(rect, taken))
    else whole.push(rect)
  const kept = cut.filter(
    (rect, i) =>
      !whole.some((other) => isInside(rect, other)) &&
      !cut.some(
        (other, j) => j !== i && isInside(rect, other) && (j < i || !isInside(other, rect)),
      ),
  )
  return [...whole, ...kept]
}
