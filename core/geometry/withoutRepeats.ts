import type { Point } from './types'

/** Leaves out points equal to the one before them, and a last point equal to the first. */
export function withoutRepeats(points: readonly Point[]): Point[] {
  const kept = points.filter((point, i) => {
    const before = points[i - 1]
    return before === undefined || before[0] !== point[0] || before[1] !== point[1]
  })
  const [first, last] = [kept[0], kept[kept.length - 1]]
  if (kept.length > 1 && first && last && first[0] === last[0] && first[1] === last[1]) kept.pop()
  return kept
}
