import type { Layer } from './recipe'

/** Pieces of one order line whose layer comes from one pot. */
export interface Portion {
  lineId: number
  layer: Layer
  /** The layer's place in its recipe, counted from the face. */
  layerIndex: number
  /** The first piece it serves, counted from 1. */
  firstPiece: number
  pieces: number
  /** Resin of all its pieces with what runs off, ml. */
  pouredMl: number
  mouldId: number | null
}
