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
}
