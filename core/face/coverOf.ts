import type { Cup } from '../trade'

/** At this load a depth of three millimetres hides nine tenths of what lies behind. */
const HIDING_LOAD_MM = 9
const CLEAR_COVER = 0.08
/**
 * How far a cup hides what lies behind it, by its load and depth.
 * Source: Beer and Lambert's law, with the load for the concentration.
 * @param cup what is poured
 * @param cups of the same layer, of which it may have got something
 * @param depthMm how deep it lies
 * @returns 0 to 1
 */
export function coverOf(cup: Cup, cups: readonly Cup[], depthMm: number): number {
  const loads = [cup, ...cup.from.flatMap((gift) => cups.filter(({ key }) => key === gift.cup))]
    .flatMap(({ pigments }) => pigments)
    .map(({ dose }) => ('loadPct' in dose ? dose.loadPct : 1.5))
  const loadPct = loads.reduce((sum, load) => sum + load, 0)
  return Math.max(CLEAR_COVER, 1 - 10 ** ((-loadPct * depthMm) / HIDING_LOAD_MM))
}
