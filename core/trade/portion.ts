import type { Entry } from './entry'
import type { Layer } from './recipe'

/** What a course does with the mix of a layer. */
export interface LayerWork {
  mix: Entry
  /** From the first pour to the last, with what is done between. */
  pouring: Entry[]
  /** Heat passes after the last pour. */
  passes: Entry[]
}

/** Pieces of one order line whose layer comes from one pot. */
export interface Portion {
  lineId: number
  layer: Layer
  /** What its course does with the layer’s mix, from stirring to the last heat pass. */
  work: LayerWork
  /** The layer's place in its recipe, counted from the face. */
  layerIndex: number
  /** The first piece it serves, counted from 1. */
  firstPiece: number
  pieces: number
  /** Resin of all its pieces with what runs off, ml. */
  pouredMl: number
  mouldId: number | null
}
