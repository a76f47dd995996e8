import type { Resin } from '../../core/trade'
import type { Versioned } from './exchange'

/** A resin of the workshop, and since when it is put away. */
export type ResinRow = Versioned<Resin> & { archivedAt: string | null }
