import { issue, type Issue } from '../result'
import { isOfClock } from './taskNames'

/**
 * A wait from the plan's clock fixes an instant, and is told as that; everything else stays as it
 * is.
 * @param horizonMin the length of the clock's own task, from whose end waits are counted
 */
export function asInstant(wrong: Issue, horizonMin: number): Issue {
  if (wrong.code !== 'begins-after' || !isOfClock(wrong.params.after)) return wrong
  const { task, minMin, maxMin } = wrong.params
  return maxMin === null
    ? issue(wrong.path, 'begins-from', { task, minute: horizonMin + minMin })
    : issue(wrong.path, 'begins-until', { task, minute: horizonMin + maxMin })
}
