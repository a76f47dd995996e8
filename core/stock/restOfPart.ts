import type { MixResin } from '../mix'
import { mixableMl, type PartLeft } from './mixable'

const PLENTY: PartLeft = { massG: Infinity, volumeMl: Infinity }

/**
 * How much can be mixed of a bottle of one part, with as much of the other as it takes.
 * @param left in the bottle, in g or ml
 * @returns ml, not below nothing
 */
export function restOfPart(
  resin: MixResin,
  part: 'a' | 'b',
  { left, unit }: { left: number; unit: string },
): number {
  const own: PartLeft = unit === 'g' ? { massG: left, volumeMl: 0 } : { massG: 0, volumeMl: left }
  return Math.max(0, mixableMl(resin, { a: PLENTY, b: PLENTY, [part]: own }))
}
