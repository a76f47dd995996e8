import type { Money } from '../cost'
import type { LayerResin } from '../resin'
import type { Milestones } from './milestones'
import type { Origin } from './origins'

export const COUNTS_FROM = ['contact', 'stirred'] as const
export type CountsFrom = (typeof COUNTS_FROM)[number]

/** A two-part resin as the studio keeps it; milestones are minutes at `referenceC`. */
export interface Resin extends Omit<LayerResin, 'milestones'> {
  id: number
  name: string
  tolerancePct: number
  pourFirst: 'a' | 'b'
  kitMl: number
  /** Null for those who may not see prices; so with every price. */
  kitPrice: Money | null
  milestones: Milestones
  /**
   * What its sheet counts the working time from: first contact of the parts, or the end of stirring,
   * which is assumed where it is absent.
   */
  countsFrom?: CountsFrom
  /** How much slower than its sheet it has been found to cure, per cent; absent until that is known. */
  slowerPct?: number
  /** How much its cures differ from each other, standard deviation, per cent; absent until known. */
  variesPct?: number
  /** Bears such warmth once cured; absent when unknown. */
  heatC?: number
  /** How well white stays up in it: 1 sinks at once, 5 stays; absent when unknown. */
  whiteHold?: number
  /** Of each part at room temperature, mPa·s; the thinner part is poured first. */
  viscosityA?: number
  viscosityB?: number
  /** Scores from 1, the worst, to 5; absent when unknown. */
  clarity?: number
  yellowing?: number
  smell?: number
  /** What is left of it in the stores. */
  stockMl: number
  /** Until a new kit arrives. */
  leadDays: number
  /** Other sizes it can be bought in. */
  otherKits: Kit[]
  /** Where each figure came from, by its key (`RESIN_FIGURES`). */
  origins: Partial<Record<string, Origin>>
  note: string
}

export interface Kit {
  ml: number
  price: Money | null
  leadDays: number
}
