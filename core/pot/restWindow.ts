import type { LayerWork, Rest } from '../trade'

/**
 * When a rest allows a pour: once a share of the working time, and so many minutes at the least, have
 * gone by, and no later than another share.
 * @param workMin how long the cup stays workable, minutes from the end of stirring
 * @param work how its layer is stirred, which is over by then where the rest counts from when A met B;
 *   without it the minutes are those that the rest itself counts
 * @returns minutes from the end of stirring
 */
export function restWindow(
  rest: Rest | null,
  workMin: number,
  work?: LayerWork,
): { fromMin: number; toMin: number } {
  if (rest === null) return { fromMin: 0, toMin: workMin }
  const overMin = rest.counts === 'met' ? (work?.mix.mix?.stirMin ?? 0) : 0
  return {
    fromMin: Math.max(0, Math.max(rest.from * workMin, rest.leastMin) - overMin),
    toMin: rest.to * workMin - overMin,
  }
}
