import type { Fill, Inclusion, Shape } from '../size'
import type { Milestone } from './milestones'
import type { StepKind } from './stepKind'

export interface LayerPigment {
  pigmentId: number
  loadPct: number
}

export type NamedInclusion = Inclusion & {
  name: string
  /** How high it stands, mm; absent where it does not matter. */
  heightMm?: number
  /**
   * Where it is set: its middle from the middle of the piece, and its foot above the bottom of its
   * layer, mm.
   */
  xMm?: number
  yMm?: number
}

/** How a layer joins the one before it. */
export type Recoat = 'tack' | 'sand' | 'either'

export interface Layer {
  id: number
  name: string
  resinId: number
  fill: Fill
  inclusions: NamedInclusion[]
  pigments: LayerPigment[]
  runOffPct: number
  /** Cups that each keep a film of resin. */
  cups: number
  stirMin: number
  /** From the end of stirring. */
  restMin: number
  /** Per piece. */
  pourMin: number
  /** Minutes from the end of the pour to each heat pass. */
  heatAfterMin: number[]
  recoat: Recoat
}

/** A step of work beside mixing, resting, pouring and heat passes. */
export interface Step {
  kind: StepKind
  name: string
  /** Before the pour of its layer, while its layer cures, or after the last layer. */
  phase: 'before' | 'curing' | 'after'
  /** Which layer it is done before or on, from the face; of no account after the last. */
  layer: number
  /**
   * The milestone that the layer below it, or after all the last, must have reached first; null for
   * none.
   */
  waitsFor: Milestone | null
  /** While a layer cures: minutes from the end of its pour to each time it is done. */
  atMin: number[]
  /** For each piece, minutes. */
  pieceMin: number
  /** Once for the pieces done in one go, minutes. */
  batchMin: number
  /** So long must dry or set what it leaves before anything follows, minutes. */
  dryMin: number
  /**
   * Within so long what follows must begin, or a cure's step be done; null for as long as one
   * likes, minutes.
   */
  holdsMin: number | null
  skill: string | null
  stationKind: string | null
  dust: boolean
  /** The mould is free after this step. */
  demoulds: boolean
  /** Tools and materials to have at hand. */
  needs: string
}

/** Another piece of a set, poured with the same layers. */
export interface SetPiece {
  name: string
  shape: Shape
  /** How many of it one set has. */
  count: number
}

export interface Recipe {
  id: number
  name: string
  note: string
  shape: Shape
  /**
   * The other pieces of a set that must share one colour; what is counted as a piece is then one
   * whole set.
   */
  others: SetPiece[]
  /** What one piece takes up on a rack, cm². */
  footprintCm2: number
  mouldId: number | null
  layers: Layer[]
  steps: Step[]
}
