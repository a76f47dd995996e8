import type { Money } from '../cost'
import type { Shape } from '../size'

/** How the inside of a mould was measured. */
export const SIZED_HOW = ['measures', 'water', 'photograph', 'drawing', 'mesh'] as const

export type SizedHow = (typeof SIZED_HOW)[number]

export interface Mould {
  id: number
  name: string
  count: number
  price: Money | null
  lifeUses: number
  /** Its inside; null as long as it has not been sized. */
  shape: Shape | null
  sizedHow: SizedHow | null
  /** What it was sized from, in words. */
  sizedFrom: string
  /** How deep surplus may stand in it; null when it is no filler mould. */
  filler: { leastMm: number; greatestMm: number } | null
  /** What it takes on a rack, from outside; null where nobody has measured it. */
  outer: { widthMm: number; depthMm: number; heightMm: number } | null
  /** How many of them are torn, lent or resting. */
  outOfUse: number
  /** Why they are. */
  outWhy: string
  /** Castings made in all of them before the workshop kept count here. */
  usedBefore: number
}

/**
 * How many castings all of a mould's copies are still good for, as if they wore alike.
 * @param counted castings that the workshop's log has, beside those before it
 */
export const castingsLeft = (
  { count, lifeUses, usedBefore }: Pick<Mould, 'count' | 'lifeUses' | 'usedBefore'>,
  counted: number,
): number => Math.max(0, lifeUses * count - usedBefore - counted)

/** How many of a mould can be poured into. */
export const mouldsInUse = ({ count, outOfUse }: Pick<Mould, 'count' | 'outOfUse'>): number =>
  Math.max(0, count - outOfUse)
