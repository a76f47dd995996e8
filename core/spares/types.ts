import type { Money } from '../cost'

export interface SparesRequest {
  /** Pieces that are to come out good. */
  wanted: number
  /** How many come out, and like how many observations that counts. */
  yield: { meanPct: number; weight: number }
  /** The chance that is enough; or `cost`. */
  sureOf?: number
  cost?: { perPiece: Money; shortEach: Money; spareValue: Money }
  mostPieces: number
}

export interface SparesAnswer {
  pieces: number
  /** That at least the wanted ones come out good. */
  chance: number
  expectedGood: number
  expectedSpare: number
  expectedShort: number
  table: { pieces: number; chance: number; expectedCost: number | null }[]
}
