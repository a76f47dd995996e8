import type { Mould } from '../../core/trade'
import type { Versioned } from './exchange'

/** A mould of the workshop. */
export type MouldRow = Versioned<Mould> & {
  /** Since when it is put away; null while it is in use. */
  archivedAt: string | null
  /** Castings so far, in all of them. */
  uses: number
}
