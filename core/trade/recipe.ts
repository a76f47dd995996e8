import type { Fill, Inclusion, Shape } from '../size'
import type { Cup, Rest } from './cup'
import type { Entry } from './entry'

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

/**
 * How a layer joins the one below it: in its tack window, sanded once it is hard, whichever suits,
 * or on the hard layer as it is, which holds less.
 */
export const JOINS = ['tack', 'sand', 'either', 'plain'] as const
export type Join = (typeof JOINS)[number]

export interface Layer {
  id: number
  /** Its name within the recipe, for the course to point to. */
  key: string
  name: string
  resinId: number
  fill: Fill
  inclusions: NamedInclusion[]
  runOffPct: number
  joins: Join
  /** Of the whole mix, before it is split. */
  rest: Rest
  /** What the mix is split into after stirring; at least one. */
  cups: Cup[]
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
  /** All work in the order in which it is done. */
  course: Entry[]
}
