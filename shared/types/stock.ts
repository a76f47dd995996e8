import type { MovementKind, Ware } from '../../core/stock'
import type { LotFields } from '../schemas/stock'
import type { Versioned } from './exchange'

/** A bottle, tin or pack of the stores. */
export type LotRow = Versioned<LotFields> & {
  id: number
  ware: Ware
  /** When something was first taken from it; null while it is closed. */
  openedAt: string | null
  /** What it is counted in. */
  unit: string
  /** g/ml; null where nobody knows. */
  density: number | null
  /** What is in it by the ledger; below nothing where more was used than was noted. */
  left: number
}

/** A line of the ledger. */
export interface MovementRow {
  id: number
  lotId: number
  /** The bottle's, with what it is counted in. */
  code: string
  ware: Ware
  unit: string
  kind: MovementKind
  /** In the unit of the bottle; below nothing what leaves it. */
  amount: number
  at: string
  by: string | null
  /** The letter of the pot that was mixed with it. */
  pot: string | null
  note: string
  /** The line that this one takes back. */
  undoes: number | null
  isUndone: boolean
}

/** A piece that something of a bottle went into. */
export interface LotPiece {
  id: number
  number: number
  recipe: string
}

/** A bottle with what happened to it and what was made of it. */
export interface LotView {
  lot: LotRow
  movements: MovementRow[]
  pieces: LotPiece[]
}

/** A bottle as the bench proposes it. */
export interface BenchBottle {
  id: number
  part: 'a' | 'b'
  code: string
  left: number
  unit: string
  stands: string
  isOpen: boolean
  usableUntil: string | null
}
