import { HOLDS_WHITE, LETS_WHITE_SINK } from '../resin'
import { isWhite } from './isWhite'
import type { Pigment, Resin } from '../trade'

/** So much of the working time lets a middling resin thicken enough; a starting value. */
const THICKENED_SHARE = 0.3

/**
 * Whether a white stays up in a resin: as the workshop's own trial of the two came out, else by how well
 * the resin holds white, which in the middle needs a rest. What is not known is taken to sink.
 * @param restShare how much of its working time the cup has rested when it is poured, 0 to 1
 * @returns true for what is no white
 */
export function holdsWhite(pigment: Pigment, resin: Resin, restShare: number): boolean {
  if (!isWhite(pigment)) return true
  const tried = pigment.trials?.find(({ resinId }) => resinId === resin.id)
  if (tried?.verdict === 'good') return true
  if (tried?.verdict === 'poor') return false
  const hold = resin.whiteHold ?? 0
  return hold >= HOLDS_WHITE || (hold > LETS_WHITE_SINK && restShare >= THICKENED_SHARE)
}
