import type { Resin } from '../../core/trade'
import type { Versioned } from './exchange'

/** A resin of the workshop, and since when it is put away. */
export type ResinRow = Versioned<Resin> & { archivedAt: string | null }

/** How a resin's own clock goes, by what fingers found on its pieces. */
export interface TouchedResin {
  /** So many pieces of it were touched. */
  pieces: number
  /** Longer than its sheet says, per cent; below nothing where it is faster. */
  slowerPct: number
  /** One standard deviation between pieces, per cent. */
  variesPct: number
}
